/** What a page on paper begins with: which case, when, with which model and data. Seen in print alone. */
import { capital, isCubic, MODEL_WORDS, pairStandings } from '@keen-ladder/core';
import type { Mixture } from '@keen-ladder/schema';
import { useAppSelector } from '../store/store.ts';
import { selectMixture } from '../document/selectors.ts';
import { usePrinting } from '../theme/usePrinting.ts';

export function PrintHead() {
  const isPrinting = usePrinting();
  const facts = useAppSelector((state) => state.saving.facts);
  const mixture = useAppSelector(selectMixture);
  const notes = useAppSelector((state) => state.document.present.notes);
  if (!isPrinting || facts === null) return null;
  return (
    <header className="print-head">
      <h1>{facts.name}</h1>
      <p>
        {facts.projectName}
        {facts.parentName === null ? '' : ` · variant of ${facts.parentName}`} ·{' '}
        {new Date().toLocaleString('en-GB', { dateStyle: 'long', timeStyle: 'short' })} · Keen Ladder
      </p>
      <p>
        {mixture.components.map(({ name }) => capital(name)).join(', ')}. {modelWords(mixture)}
      </p>
      {notes !== '' && <p className="print-notes">{notes}</p>}
    </header>
  );
}

/** The model, and where the parameters of its pairs come from. */
function modelWords(mixture: Mixture): string {
  const { model } = mixture;
  const sources = [
    ...new Set(pairStandings(mixture).flatMap(({ source }) => (source === undefined || source === '' ? [] : [source]))),
  ];
  const what = isCubic(model) ? `Both phases by ${MODEL_WORDS[model]}` : `Liquid by ${MODEL_WORDS[model]}`;
  return sources.length === 0 ? `${what}.` : `${what}; pairs from ${sources.join('; ')}.`;
}

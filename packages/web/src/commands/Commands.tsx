/** Command search: Ctrl or Cmd and K, a few letters, Enter. */
import { Button, Modal } from 'antd';
import { Command } from 'cmdk';
import { createContext, use, useEffect, useMemo, useState } from 'react';
import type { PropsWithChildren } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client.ts';
import { useAppSelector } from '../store/store.ts';
import { resultsIn } from '@keen-ladder/core';
import { useProjectsQuery } from '../api/queries.ts';
import { useGoToField } from '../stops/useGoToField.ts';
import { saveJson } from '../download/save.ts';
import { useLook } from '../theme/Themed.tsx';
import { selectUnit } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { addressOf } from '../stops/registry.ts';
import { selectAnswers } from '../stops/standing.ts';
import { foundIn } from './entries.ts';
import { NEW_CASE_IN, RUNG } from './places.ts';
import { useUndo } from './useUndo.tsx';

const OpenContext = createContext<(open: boolean) => void>(() => undefined);

interface Entry {
  name: string;
  /** What it is now, beside its name. */
  now?: string;
  run: () => void;
}

export function Commands({ children }: PropsWithChildren) {
  const [isOpen, setOpen] = useState(false);
  const { undo, redo } = useUndo();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key === 'k') setOpen(true);
      else if (key === 'z' && !isTyping(event)) (event.shiftKey ? redo : undo)();
      else if (key === 'y' && !isTyping(event)) redo();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, [undo, redo]);
  return (
    <OpenContext value={setOpen}>
      {children}
      <Modal open={isOpen} onCancel={() => setOpen(false)} footer={null} closable={false} destroyOnHidden width={480} title={null}>
        <CommandList onDone={() => setOpen(false)} />
      </Modal>
    </OpenContext>
  );
}

/** In free text the browser's own undo serves; in a number field the case's does. */
function isTyping(event: KeyboardEvent): boolean {
  return (
    event.target instanceof HTMLTextAreaElement ||
    (event.target instanceof HTMLInputElement && event.target.classList.contains('free-text'))
  );
}

function CommandList({ onDone }: { onDone: () => void }) {
  const entries = useEntries();
  return (
    <Command label="Find anything" className="commands">
      <Command.Input autoFocus placeholder="Find anything" />
      <Command.List>
        <Command.Empty>Nothing of that name.</Command.Empty>
        {entries.map(({ name, now, run }) => (
          <Command.Item
            key={name}
            value={name}
            onSelect={() => {
              onDone();
              // The dialog gives the focus back first; a command may want it elsewhere.
              window.setTimeout(run, 0);
            }}
          >
            {name}
            {now !== undefined && <span className="quiet">{now}</span>}
          </Command.Item>
        ))}
      </Command.List>
    </Command>
  );
}

function useEntries(): Entry[] {
  const navigate = useNavigate();
  const goToField = useGoToField();
  const { undo, redo } = useUndo();
  const { name, change } = useLook();
  const facts = useAppSelector((state) => state.saving.facts);
  const document = useAppSelector((state) => state.document.present);
  const unit = useAppSelector(selectUnit);
  const answers = useAppSelector(selectAnswers);
  const show = useAppSelector(selectShowQuantity);
  const { data: list } = useProjectsQuery();
  return useMemo(() => {
    const go = (to: string) => () => void navigate(to);
    const cases = (list?.projects ?? []).flatMap((project) =>
      project.cases
        .filter(({ id }) => id !== facts?.id)
        .map((item): Entry => ({ name: `Case: ${item.name} (${project.name})`, run: go(`/cases/${item.id}`) })),
    );
    const begin = (list?.projects ?? []).map((project): Entry => ({
      name: `New case in ${project.name}`,
      run: go(`/?${NEW_CASE_IN}=${project.id}`),
    }));
    const always: Entry[] = [
      { name: 'List of cases', run: go('/') },
      ...begin,
      { name: name === 'day' ? 'Night theme' : 'Day theme', run: () => change(name === 'day' ? 'night' : 'day') },
      ...cases,
    ];
    if (facts === null) return always;
    const base = `/cases/${facts.id}`;
    const results = unit === undefined ? [] : resultsIn(document, unit, answers);
    return [
      ...foundIn(document, unit, results, show).map(({ to, ...said }): Entry => {
        if ('stop' in to) return { ...said, run: go(addressOf(facts.id, unit?.id, to.stop)) };
        if ('unit' in to) return { ...said, run: go(`${base}/${to.unit}`) };
        if ('path' in to) return { ...said, run: () => goToField(to.path) };
        return { ...said, run: go(`${base}/${unit?.id ?? ''}/ladder?${RUNG}=${to.rung}`) };
      }),
      { name: 'Undo', run: undo },
      { name: 'Redo', run: redo },
      {
        name: 'Save the case as a file',
        run: () => void api.caseFile(facts.id).then((file) => saveJson(file, `${facts.name}.keen.json`)),
      },
      ...always,
    ];
  }, [navigate, goToField, undo, redo, name, change, facts, document, unit, answers, show, list]);
}

export function FindButton() {
  const setOpen = use(OpenContext);
  return (
    <Button type="text" className="find" onClick={() => setOpen(true)}>
      Find anything <kbd>Ctrl K</kbd>
    </Button>
  );
}

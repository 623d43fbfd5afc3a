import { Button, Input, Select, Tooltip } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { ActionCreators } from 'redux-undo';
import { api } from '../api/client.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { Brand } from '../app/Brand.tsx';
import { FindButton } from '../commands/Commands.tsx';
import { caseRenamed } from '../saving/savingSlice.ts';
import type { Standing } from '../saving/savingSlice.ts';
import { HistoryDrawer } from './HistoryDrawer.tsx';
import { unitSets } from './unitSets.ts';
import { unitChosen } from '../document/documentSlice.ts';
import { selectDisplay } from '../document/selectors.ts';
import { newGesture } from '../fields/gesture.ts';
import { ThemeSwitch } from '../theme/ThemeSwitch.tsx';

export function CaseHeader() {
  const facts = useAppSelector((state) => state.saving.facts);
  return (
    <header className="case-header">
      <Brand />
      {facts !== null && (
        <>
          <Link className="project-link" to="/">
            {facts.projectName} ›
          </Link>
          <CaseTitle id={facts.id} name={facts.name} />
          {facts.parentName !== null && <span className="quiet variant-of">variant of {facts.parentName}</span>}
        </>
      )}
      <span className="spring" />
      <UnitSetChoice />
      <UndoButtons />
      <FindButton />
      <ThemeSwitch />
      <SavedMark />
    </header>
  );
}

/** The name, renamed where it stands. */
function CaseTitle({ id, name }: { id: string; name: string }) {
  const dispatch = useAppDispatch();
  const [typed, setTyped] = useState<string | undefined>(undefined);
  const [error, setError] = useState<string | undefined>(undefined);
  const rename = async () => {
    const wanted = typed?.trim();
    if (wanted === undefined || wanted === name || wanted === '') {
      setTyped(undefined);
      return;
    }
    try {
      await api.renameCase(id, wanted);
      dispatch(caseRenamed(wanted));
      setTyped(undefined);
      setError(undefined);
    } catch (failure) {
      setError(failure instanceof Error ? failure.message : String(failure));
    }
  };
  return (
    <Tooltip title={error} open={error !== undefined}>
      <Input
        className="case-title free-text"
        aria-label="Name of the case"
        variant="borderless"
        maxLength={120}
        style={{ width: `${Math.max(8, (typed ?? name).length + 2)}ch` }}
        value={typed ?? name}
        onChange={(event) => {
          setTyped(event.target.value);
        }}
        onBlur={() => void rename()}
        onPressEnter={(event) => {
          event.currentTarget.blur();
        }}
      />
    </Tooltip>
  );
}

function UndoButtons() {
  const dispatch = useAppDispatch();
  const canUndo = useAppSelector((state) => state.document.past.length > 0);
  const canRedo = useAppSelector((state) => state.document.future.length > 0);
  return (
    <>
      <Button type="text" disabled={!canUndo} onClick={() => dispatch(ActionCreators.undo())}>
        Undo
      </Button>
      <Button type="text" disabled={!canRedo} onClick={() => dispatch(ActionCreators.redo())}>
        Redo
      </Button>
    </>
  );
}

function UnitSetChoice() {
  const dispatch = useAppDispatch();
  const display = useAppSelector(selectDisplay);
  const current = unitSets.find((set) =>
    Object.entries(set.units).every(([quantity, unit]) => display[quantity as keyof typeof display] === unit),
  );
  return (
    <Select
      className="unit-set"
      aria-label="Units"
      variant="borderless"
      popupMatchSelectWidth={false}
      value={current?.name ?? 'own units'}
      options={unitSets.map(({ name, title }) => ({ value: name, label: title }))}
      onChange={(name) => {
        const chosen = unitSets.find((set) => set.name === name);
        const gesture = newGesture();
        for (const [quantity, unit] of Object.entries(chosen?.units ?? {})) {
          dispatch(unitChosen({ quantity: quantity as keyof typeof display, unit }, gesture));
        }
      }}
    />
  );
}

/** How the case stands with the server; a click shows every version that was saved. */
function SavedMark() {
  const standing = useAppSelector((state) => state.saving.standing);
  const caseId = useAppSelector((state) => state.saving.facts?.id);
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button
        type="text"
        className="saved-mark"
        data-standing={standing.state}
        title="Saved versions"
        onClick={() => setOpen(true)}
      >
        <span role="status">{wordsFor(standing)}</span>
      </Button>
      {isOpen && caseId !== undefined && <HistoryDrawer caseId={caseId} onClose={() => setOpen(false)} />}
    </>
  );
}

function wordsFor(standing: Standing): string {
  switch (standing.state) {
    case 'saved':
      return `Saved ${new Date(standing.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}`;
    case 'saving':
      return 'Saving …';
    case 'kept':
      return 'Kept in this browser; the server is away';
    case 'conflict':
      return 'Changed elsewhere: choose';
    case 'gone':
      return 'Deleted elsewhere; kept in this browser';
    case 'refused':
      return `Not saved: ${standing.why}`;
  }
}

import { SHOWN_DIMENSIONS } from '@keen-ladder/schema';
import { UNIT_SETS } from '@keen-ladder/core';
import type { UnitSetName } from '@keen-ladder/core';
import { Button, Input, Select, Tooltip } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { Brand } from '../app/Brand.tsx';
import { FindButton } from '../commands/Commands.tsx';
import { caseRenamed } from '../saving/savingSlice.ts';
import type { Standing } from '../saving/savingSlice.ts';
import { HistoryDrawer } from './HistoryDrawer.tsx';
import { UnitsDrawer } from './UnitsDrawer.tsx';
import { useUnitsChoice } from '../document/lastUnits.ts';
import { useUndo } from '../commands/useUndo.tsx';
import { selectDisplay } from '../document/selectors.ts';
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
  const { undo, redo } = useUndo();
  const canUndo = useAppSelector((state) => state.document.past.length > 0);
  const canRedo = useAppSelector((state) => state.document.future.length > 0);
  return (
    <>
      <Button type="text" disabled={!canUndo} onClick={undo}>
        Undo
      </Button>
      <Button type="text" disabled={!canRedo} onClick={redo}>
        Redo
      </Button>
    </>
  );
}

const setTitles: Record<UnitSetName, string> = { metric: 'metric units', si: 'SI units', us: 'US units' };
const setNames = Object.keys(setTitles) as UnitSetName[]; // the keys of the record are the names

/** One of the sets, or units and site conditions of one's own. */
function UnitSetChoice() {
  const chooseUnits = useUnitsChoice();
  const display = useAppSelector(selectDisplay);
  const [isOwnOpen, setOwnOpen] = useState(false);
  const current = setNames.find((name) => SHOWN_DIMENSIONS.every((dimension) => UNIT_SETS[name][dimension] === display[dimension]));
  const options = [
    ...setNames.map((name) => ({ value: name, label: setTitles[name] })),
    { value: 'own', label: 'own units, site …' },
  ];
  return (
    <>
      <Select<string>
        className="unit-set"
        aria-label="Units"
        variant="borderless"
        popupMatchSelectWidth={false}
        value={current ?? 'own units'}
        options={options}
        onSelect={(chosen) => {
          const name = setNames.find((set) => set === chosen);
          if (name === undefined) setOwnOpen(true);
          else chooseUnits(UNIT_SETS[name]);
        }}
      />
      {isOwnOpen && <UnitsDrawer onClose={() => setOwnOpen(false)} />}
    </>
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

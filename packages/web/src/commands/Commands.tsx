/** Command search: Ctrl or Cmd and K, a few letters, Enter. */
import { Button, Modal } from 'antd';
import { Command } from 'cmdk';
import { createContext, use, useEffect, useMemo, useState } from 'react';
import type { PropsWithChildren } from 'react';
import { useNavigate } from 'react-router';
import { ActionCreators } from 'redux-undo';
import { api } from '../api/client.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { useGoToField } from '../stops/useGoToField.ts';
import { saveJson } from '../download/save.ts';
import { useLook } from '../theme/Themed.tsx';

const OpenContext = createContext<(open: boolean) => void>(() => undefined);

interface Entry {
  name: string;
  run: () => void;
}

export function Commands({ children }: PropsWithChildren) {
  const [isOpen, setOpen] = useState(false);
  const dispatch = useAppDispatch();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key === 'k') setOpen(true);
      else if (key === 'z' && !isTyping(event)) dispatch(event.shiftKey ? ActionCreators.redo() : ActionCreators.undo());
      else if (key === 'y' && !isTyping(event)) dispatch(ActionCreators.redo());
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, [dispatch]);
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
        {entries.map(({ name, run }) => (
          <Command.Item
            key={name}
            onSelect={() => {
              onDone();
              // The dialog gives the focus back first; a command may want it elsewhere.
              window.setTimeout(run, 0);
            }}
          >
            {name}
          </Command.Item>
        ))}
      </Command.List>
    </Command>
  );
}

function useEntries(): Entry[] {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const goToField = useGoToField();
  const { name, change } = useLook();
  const facts = useAppSelector((state) => state.saving.facts);
  const document = useAppSelector((state) => state.document.present);
  return useMemo(() => {
    const always: Entry[] = [
      { name: 'List of cases', run: () => void navigate('/') },
      { name: name === 'day' ? 'Night theme' : 'Day theme', run: () => change(name === 'day' ? 'night' : 'day') },
    ];
    if (facts === null) return always;
    const [column] = document.units;
    const [stream] = document.streams;
    const fields: [string, string][] = [
      ['Composition of the feed', `streams.${stream?.id ?? ''}.composition`],
      ['Flow of the feed', `streams.${stream?.id ?? ''}.amount`],
      ['Purity of the distillate', `units.${column?.id ?? ''}.balance.distillate`],
      ['Purity of the bottoms', `units.${column?.id ?? ''}.balance.bottoms`],
      ['Pressure', `units.${column?.id ?? ''}.pressure.top`],
      ['Reflux', `units.${column?.id ?? ''}.graph.reflux`],
      ['Feed stage', `units.${column?.id ?? ''}.graph.feedStages.${stream?.id ?? ''}`],
      ['Components', 'mixture.components'],
    ];
    const transfer = { Feeds: 'balance', Graph: 'transfer', Estimate: 'factors' };
    const distillation = {
      'Feed & balance': 'balance',
      ...(document.mixture.components.length > 2 ? {} : { Graph: 'graph' }),
      Estimate: 'estimate',
    };
    const stops = column?.service === 'distillation' ? distillation : transfer;
    return [
      ...Object.entries(stops).map(([title, stop]) => ({ name: title, run: () => void navigate(`/cases/${facts.id}/${stop}`) })),
      ...fields.map(([title, path]) => ({ name: title, run: () => goToField(path) })),
      { name: 'Undo', run: () => dispatch(ActionCreators.undo()) },
      { name: 'Redo', run: () => dispatch(ActionCreators.redo()) },
      {
        name: 'Save the case as a file',
        run: () => void api.caseFile(facts.id).then((file) => saveJson(file, `${facts.name}.keen.json`)),
      },
      ...always,
    ];
  }, [dispatch, navigate, name, change, facts, document.units, document.streams, document.mixture, goToField]);
}

export function FindButton() {
  const setOpen = use(OpenContext);
  return (
    <Button type="text" className="find" onClick={() => setOpen(true)}>
      Find anything <kbd>Ctrl K</kbd>
    </Button>
  );
}

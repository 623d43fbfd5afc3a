/** How far a target goes, up and down, with the curve of what it costs on the way. */
import { capital, findUnit, fromSI, quantityDimension, quantityName, readUnit, shownUnit } from '@keen-ladder/core';
import type { WalkFacts } from '@keen-ladder/core';
import { Button, Modal, Select } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'react-redux';
import type { ColumnUnit, LadderTarget } from '@keen-ladder/schema';
import type { AppStore } from '../../store/store.ts';
import { useAppSelector } from '../../store/store.ts';
import { LineChart } from '../../charts/LineChart.tsx';
import type { Mark } from '../../charts/content.ts';
import { SaveChart } from '../../charts/SaveChart.tsx';
import { selectDisplay, selectDocument, selectSite } from '../../document/selectors.ts';
import { selectShow, selectShowQuantity } from '../../document/showing.ts';
import { engineFailed } from '../../engine/resultsSlice.ts';
import { useLook } from '../../theme/Themed.tsx';
import { endWords } from './endWords.ts';
import { startWalk } from './walker.ts';
import type { RunningWalk } from './walker.ts';

interface Props {
  column: ColumnUnit;
  target: LadderTarget;
  onClose: () => void;
}

type Found = Partial<Record<'up' | 'down', WalkFacts | 'failed'>>;

export function HowFar({ column, target, onClose }: Props) {
  const document = useAppSelector(selectDocument);
  const others = (column.ladder?.targets ?? []).filter((t) => t.isInForce && t.wish === 'equal' && t.id !== target.id);
  const [instead, setInstead] = useState<string | null>(target.isInForce ? null : (others[0]?.id ?? null));
  const { found, part, isRunning, stop } = useReach(column, target, instead);
  const show = useAppSelector(selectShowQuantity);
  const words = useAppSelector(selectShow);
  const name = quantityName(readUnit(document, column), column, target.quantity);
  const dimension = quantityDimension(target.quantity);
  const sentence = (direction: 'up' | 'down'): string | undefined => {
    const walked = found[direction];
    if (walked === undefined) return undefined;
    const side = direction === 'up' ? 'At most' : 'At least';
    if (walked === 'failed') return `${side}: the column has to stand first.`;
    return `${side} ${show(walked.reached, dimension)}: ${endWords(walked.end, words, dimension)}.`;
  };
  return (
    <Modal open title={`How far does ${name} go?`} footer={null} width={680} onCancel={onClose}>
      {!target.isInForce && (
        <label className="strip-line">
          moved in place of
          <Select
            aria-label="In place of"
            value={instead ?? ''}
            options={others.map((t) => ({ value: t.id, label: quantityName(readUnit(document, column), column, t.quantity) }))}
            onChange={setInstead}
            popupMatchSelectWidth={false}
          />
        </label>
      )}
      <Curve found={found} target={target} name={capital(name)} column={column} />
      {(['down', 'up'] as const).map((direction) => (
        <p className="sentence" key={direction} role="status">
          {sentence(direction)}
        </p>
      ))}
      {isRunning && (
        <p className="quiet" role="status">
          looking: {Math.round(100 * part)} %{' '}
          <Button size="small" type="link" onClick={stop}>
            Stop
          </Button>
        </p>
      )}
    </Modal>
  );
}

/** Both walks, one after the other. */
function useReach(column: ColumnUnit, target: LadderTarget, instead: string | null) {
  const store = useStore() as AppStore; // the one store there is
  const [found, setFound] = useState<Found>({});
  const [part, setPart] = useState(0);
  const [isRunning, setRunning] = useState(true);
  const running = useRef<RunningWalk | undefined>(undefined);
  useEffect(() => {
    let isLeft = false;
    const document = store.getState().document.present;
    const look = async () => {
      setFound({});
      setRunning(true);
      for (const direction of ['down', 'up'] as const) {
        setPart(0);
        const asked = { target: target.id, instead, to: null, direction };
        running.current = startWalk(document, column.id, asked, (point) => {
          if (!isLeft) setPart(point.part);
        });
        let outcome: WalkFacts | 'failed' = 'failed';
        try {
          const done = await running.current.done;
          if (done.state === 'solved') outcome = done.value;
        } catch (error) {
          store.dispatch(engineFailed(error instanceof Error ? error.message : String(error)));
        }
        if (isLeft) return;
        setFound((before) => ({ ...before, [direction]: outcome }));
      }
      setRunning(false);
    };
    void look();
    return () => {
      isLeft = true;
      running.current?.stop();
    };
  }, [store, column.id, target.id, instead]);
  return {
    found,
    part,
    isRunning,
    stop: () => {
      running.current?.stop();
      setRunning(false);
    },
  };
}

function Curve({ found, target, name, column }: { found: Found; target: LadderTarget; name: string; column: ColumnUnit }) {
  const { colors } = useLook();
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const canvas = useRef<HTMLCanvasElement>(null);
  const dimension = quantityDimension(target.quantity);
  const unit = findUnit(dimension, shownUnit(display, dimension));
  const power = findUnit('power', display.power);
  const points = useMemo(() => {
    const of = (walked: WalkFacts | 'failed' | undefined) => (walked === undefined || walked === 'failed' ? [] : pointsOf(walked));
    return [...of(found.down).reverse(), ...of(found.up).slice(1)].map(({ value, duty }) => ({
      x: fromSI(value, unit, site),
      y: fromSI(duty, power, site),
    }));
  }, [found, unit, power, site]);
  if (points.length < 2) return <div className="how-far-room" />;
  const x = points.map((p) => p.x);
  const y = points.map((p) => p.y);
  const duty = column.ladder?.bottom === 'none' ? 'heat taken by the condenser' : 'heat of the reboiler';
  const [now] = [found.down, found.up].flatMap((walked) => (walked === undefined || walked === 'failed' ? [] : pointsOf(walked)));
  const present: Mark[] =
    now === undefined
      ? []
      : [{ x: fromSI(now.value, unit, site), y: fromSI(now.duty, power, site), name: 'now', shape: 'present' }];
  const most = Math.max(...y);
  const shownMost = Math.min(most, 20 * (y[Math.floor(y.length / 2)] ?? most) || most);
  return (
    <>
      <LineChart
        canvas={canvas}
        title={`${name}: what it costs`}
        width={620}
        height={260}
        colors={colors}
        lines={[{ name: duty, x, y, color: colors.pine }]}
        marks={present}
        xName={[name, unit.id].filter((part) => part !== '').join(', ')}
        yName={`${duty}, ${power.id}`}
        xRange={[Math.min(...x), Math.max(...x)]}
        yRange={[0, shownMost]}
      />
      <SaveChart
        isChart
        drawing={canvas}
        name={`${name} – how far`}
        rows={() => [[`${name}, ${unit.id}`, `${duty}, ${power.id}`], ...points.map((p) => [p.x, p.y])]}
        table="Points as CSV"
      />
    </>
  );
}

/** Along the walk, with the heat of the reboiler or else what the condenser takes away. */
function pointsOf({ curve }: WalkFacts): { value: number; duty: number }[] {
  return curve.value.flatMap((value, k) => {
    const duty = curve.reboilerDuty[k] ?? (curve.condenserDuty[k] === null ? null : -(curve.condenserDuty[k] ?? 0));
    return duty === null ? [] : [{ value, duty }];
  });
}

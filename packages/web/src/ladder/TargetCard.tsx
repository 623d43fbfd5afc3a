/** A target: what is wanted, how it stands, what is moved for it; in force or kept for later. */
import { CloseOutlined } from '@ant-design/icons';
import { capital, quantityDimension, quantityName, readUnit, sameQuantity } from '@keen-ladder/core';
import type { Dimension, LadderFacts } from '@keen-ladder/core';
import { Button, Select, Switch } from 'antd';
import { useState } from 'react';
import type { ColumnUnit, LadderInputs, LadderQuantity, LadderTarget } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { ladderSet, targetLetGo, targetRemoved, targetSet } from '../document/documentSlice.ts';
import { selectDocument } from '../document/selectors.ts';
import { selectShowQuantity } from '../document/showing.ts';
import { QuantityField } from '../fields/QuantityField.tsx';
import { InPlaceOf } from './InPlaceOf.tsx';
import { targetsInPlace } from './targetsInPlace.ts';
import { WalkButtons } from './walk/WalkButtons.tsx';

interface Props {
  column: ColumnUnit;
  ladder: LadderInputs;
  target: LadderTarget;
  facts: LadderFacts | null;
}

const BASES = ['mole', 'mass', 'volume'] as const;

/** The dimension that a quantity has in another basis; its own where it has only one. */
const measuredBy = (quantity: LadderQuantity, basis: (typeof BASES)[number]): Dimension =>
  quantityDimension('basis' in quantity && quantity.kind !== 'recovery' ? { ...quantity, basis } : quantity);

/** Typed in kg/h, a flow is meant by mass. */
function inBasisOf(quantity: LadderQuantity, dimension: Dimension | undefined): LadderQuantity {
  const basis = BASES.find((b) => measuredBy(quantity, b) === dimension);
  const isOther = basis !== undefined && 'basis' in quantity && quantityDimension(quantity) !== dimension;
  return isOther ? { ...quantity, basis } : quantity;
}

const wishes: { value: LadderTarget['wish']; label: string }[] = [
  { value: 'equal', label: 'exactly' },
  { value: 'at-most', label: 'at most' },
  { value: 'at-least', label: 'at least' },
];

export function TargetCard({ column, ladder, target, facts }: Props) {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const show = useAppSelector(selectShowQuantity);
  const { quantity, value, isInForce, wish } = target;
  const name = capital(quantityName(readUnit(document, column), column, quantity));
  const dimension = quantityDimension(quantity);
  const standing = facts?.targets[target.id];
  const now = standing?.now ?? null;
  const set = (change: Partial<LadderTarget>, gesture?: string) =>
    dispatch(targetSet({ column: column.id, target: { ...target, ...change } }, gesture));
  /** Takes its present value as wanted, in place of another where it was not in force, so that nothing jumps. */
  const hold = (there: number) => (instead: string | null) => {
    if (instead === null) set({ value: there });
    else dispatch(ladderSet({ column: column.id, change: { targets: targetsInPlace(ladder.targets, target.id, there, instead) } }));
  };
  const isMet = now !== null && value !== null && Math.abs(now - value) <= 1e-6 * Math.max(Math.abs(value), 1e-12);
  const [isWide, setWide] = useState(false);
  const isTold = isInForce || isWide;
  return (
    <li className="target" data-in-force={isInForce} aria-label={name}>
      <div className="target-head">
        {isInForce ? (
          <span className="target-name">{name}</span>
        ) : (
          <button type="button" className="target-name plain" aria-expanded={isWide} onClick={() => setWide(!isWide)}>
            {name}
          </button>
        )}
        <Switch
          size="small"
          aria-label={`${name} in force`}
          checked={isInForce}
          onChange={(isOn) => set({ isInForce: isOn, ...(isOn && value === null ? { value: now } : {}) })}
        />
        <Button
          type="text"
          size="small"
          icon={<CloseOutlined />}
          aria-label={`Take ${name} away`}
          onClick={() => dispatch(targetRemoved({ column: column.id, target: target.id }))}
        />
      </div>
      {isTold && (
        <QuantityField
          label="wanted"
          path={`units.${column.id}.ladder.targets.${target.id}`}
          value={value === null ? null : { si: value, dimension }}
          dimensions={[dimension, ...BASES.map((basis) => measuredBy(quantity, basis)).filter((other) => other !== dimension)]}
          step={stepOf(value)}
          {...(quantity.kind === 'reflux-ratio' && isInForce && value !== null && value > 0 ? { range: sliderRange(value) } : {})}
          onChange={(next, gesture) => set({ value: next?.si ?? null, quantity: inBasisOf(quantity, next?.dimension) }, gesture)}
        />
      )}
      <div className="target-line">
        <span className="quiet">{isInForce ? 'stands at' : 'now'}</span>
        <span className="target-now">{now === null ? '–' : show(now, dimension)}</span>
        <span className="quiet">{stateWords(target, isMet, standing?.isHolding === true)}</span>
      </div>
      {isInForce && typeof standing?.moves === 'string' && (
        <div className="target-line">
          <span className="quiet">moves</span>
          <Moves column={column} target={target} name={name} served={standing.moves} handles={facts?.handles ?? []} />
        </div>
      )}
      {isTold && (
        <div className="target-actions">
          <Select
            size="small"
            variant="borderless"
            aria-label={`${name}: how it is held`}
            value={wish}
            options={wishes}
            popupMatchSelectWidth={false}
            onChange={(next) => set({ wish: next })}
          />
          {now !== null && !(isInForce && isMet) && (
            <InPlaceOf column={column} target={target} words="Hold what it is now" onChosen={hold(now)} />
          )}
          <WalkButtons column={column} target={target} facts={facts} />
        </div>
      )}
    </li>
  );
}

interface MovesProps {
  column: ColumnUnit;
  target: LadderTarget;
  name: string;
  /** The handle's name that serves it. */
  served: string;
  handles: LadderFacts['handles'];
}

/** Which handle serves the target, proposed from how strongly each moves it, or chosen; and a way to hold the handle in place of the target. */
function Moves({ column, target, name, served, handles }: MovesProps) {
  const dispatch = useAppDispatch();
  const isProposed = target.moves === null;
  const handle = handles.find((one) => one.name === served);
  const canHold = handle !== undefined && !sameQuantity(handle.quantity, target.quantity);
  const choose = (next: string) => {
    if (next === HOLD && handle !== undefined)
      dispatch(targetLetGo({ column: column.id, target: target.id, held: handle.quantity, value: handle.value }));
    else
      dispatch(
        targetSet({
          column: column.id,
          target: { ...target, moves: handles.find((one) => one.name === next)?.quantity ?? null },
        }),
      );
  };
  return (
    <Select
      size="small"
      variant="borderless"
      className="target-moves"
      aria-label={`${name}: what it moves`}
      title={isProposed ? `${served}, as proposed` : served}
      labelRender={() => served}
      value={isProposed ? PROPOSED : served}
      options={[
        { value: PROPOSED, label: isProposed ? `${served}, as proposed` : 'as proposed' },
        ...handles.map((one) => ({ value: one.name, label: one.name })),
        ...(canHold ? [{ value: HOLD, label: `hold ${served} where it is, instead` }] : []),
      ]}
      popupMatchSelectWidth={false}
      onChange={choose}
    />
  );
}

const PROPOSED = 'as proposed';
const HOLD = 'hold it instead';

function stateWords({ isInForce, wish }: LadderTarget, isMet: boolean, isHolding: boolean): string {
  if (!isInForce) return 'not in force';
  if (wish === 'equal') return isMet ? 'met' : '';
  return isHolding ? 'holds' : 'does not bind';
}

/** One press of an arrow key: about a hundredth of the value. */
function stepOf(value: number | null): number {
  if (value === null || value === 0) return 0.01;
  return 10 ** (Math.floor(Math.log10(Math.abs(value))) - 2);
}

/** A range that stays while the slider is drawn along it. */
function sliderRange(value: number): [number, number] {
  const most = [2, 5, 10, 20, 50, 100, 200].find((end) => value <= 0.8 * end) ?? 1000;
  return [most / 100, most];
}

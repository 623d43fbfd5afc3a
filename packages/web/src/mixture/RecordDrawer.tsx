/** A component's record: constants and correlations with their sources and ranges, drawn; changed in this case, and what differs then. */
import { correlate, formatEntered, ValueSlope } from '@keen-ladder/core';
import { Button, Drawer, Input, Select } from 'antd';
import { useRef, useState } from 'react';
import type { ComponentRecord, Correlation } from '@keen-ladder/schema';
import { failureOf, useComponentQuery, useSourcesQuery } from '../api/queries.ts';
import { useAppDispatch } from '../store/store.ts';
import { LineChart } from '../charts/LineChart.tsx';
import { SaveChart } from '../charts/SaveChart.tsx';
import { useElementSize } from '../charts/useElementSize.ts';
import { recordSet } from '../document/documentSlice.ts';
import { PlainField } from '../fields/PlainField.tsx';
import { useLook } from '../theme/Themed.tsx';
import { constantRows, correlationRows, differences, readCoefficients, withConstant } from './recordRows.ts';
import type { CorrelationKey, CorrelationRow } from './recordRows.ts';
import { isOwn } from './useMixtureChoice.ts';

export function RecordDrawer({ record, onClose }: { record: ComponentRecord; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { databank, sources, failure } = useDatabank(record.id);
  const [key, setKey] = useState<CorrelationKey>('vapourPressure');
  const known = correlationRows.filter((row) => record[row.key] !== null);
  const row = known.find((r) => r.key === key) ?? known[0];
  const set = (next: ComponentRecord, gesture?: string) => dispatch(recordSet(next, gesture));
  const changed = databank === undefined ? [] : differences(record, databank);
  const sourceOf = (source: string): string => sources[source] ?? source;
  return (
    <Drawer open title={record.name} onClose={onClose} size={520}>
      <div className="drawer-fields">
        <p className="quiet small">
          {[record.formula, isOwn(record.id) ? 'a component of your own' : `CAS ${record.id}`, record.family]
            .filter((w) => w !== '')
            .join(' · ')}
        </p>
        {failure !== undefined && <p className="field-error">The databank could not be asked: {failure}</p>}
        {databank !== undefined && changed.length > 0 && (
          <p className="sentence">
            In this case other than in the databank: {changed.join(', ')}.{' '}
            <Button size="small" onClick={() => set(databank)}>
              As the databank has it
            </Button>
          </p>
        )}
        <h2>Constants</h2>
        {constantRows.map((constant) => {
          const now = record[constant.key];
          const there = databank?.[constant.key];
          const isChanged = there !== undefined && there !== null && now?.value !== there.value;
          return (
            <PlainField
              key={constant.key}
              label={constant.label}
              path={`mixture.components.${record.id}.${constant.key}`}
              value={now === null ? null : Number((now.value / constant.factor).toPrecision(10))}
              unit={constant.unit}
              step={constant.key === 'acentricFactor' ? 0.01 : 1}
              note={
                now === null
                  ? 'no table has it'
                  : `${now.how === 'estimated' ? 'estimated by ' : ''}${sourceOf(now.source)}${
                      isChanged ? `; databank: ${formatEntered(there.value / constant.factor)} ${constant.unit}` : ''
                    }`
              }
              onChange={(value, gesture) => {
                if (value !== null) set(withConstant(record, constant, value), gesture);
              }}
            />
          );
        })}
        <h2>With temperature</h2>
        <Select<CorrelationKey>
          aria-label="Property"
          value={row?.key ?? key}
          options={known.map((r) => ({ value: r.key, label: r.label }))}
          popupMatchSelectWidth={false}
          onChange={setKey}
        />
        {row !== undefined && (
          <Curve
            key={row.key}
            row={row}
            record={record}
            databank={databank}
            sourceOf={sourceOf}
            onChange={(next) => set({ ...record, [row.key]: next })}
          />
        )}
      </div>
    </Drawer>
  );
}

interface Databank {
  databank: ComponentRecord | undefined;
  sources: Readonly<Record<string, string>>;
  failure: string | undefined;
}

function useDatabank(id: string): Databank {
  const sources = useSourcesQuery();
  const component = useComponentQuery(id, { skip: isOwn(id) });
  return {
    databank: component.currentData,
    sources: sources.data ?? {},
    failure: failureOf(sources.error ?? component.error),
  };
}

interface CurveProps {
  row: CorrelationRow;
  record: ComponentRecord;
  databank: ComponentRecord | undefined;
  sourceOf: (source: string) => string;
  onChange: (next: Correlation) => void;
}

function Curve({ row: { key, label, unit, factor }, record, databank, sourceOf, onChange }: CurveProps) {
  const { colors } = useLook();
  const panel = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useElementSize(panel);
  const now = record[key];
  const there = databank?.[key] ?? null;
  const [typed, setTyped] = useState<string | undefined>(undefined);
  const [error, setError] = useState<string | undefined>(undefined);
  if (now === null) return null;
  const curve = pointsOf(now, factor);
  const other = there !== null && JSON.stringify(there) !== JSON.stringify(now) ? pointsOf(there, factor) : undefined;
  const all = [...curve.y, ...(other?.y ?? [])];
  const title = `${label} of ${record.name}`;
  return (
    <>
      <div className="record-chart" ref={panel}>
        {size !== undefined && (
          <LineChart
            canvas={canvas}
            title={title}
            colors={colors}
            width={size.width}
            height={220}
            lines={[
              { name: label.toLowerCase(), ...curve, color: colors.copper },
              ...(other === undefined ? [] : [{ name: 'databank', ...other, color: colors.pine, dash: '6 3' }]),
            ]}
            hasLegend={other !== undefined}
            xName="temperature, K"
            yName={unit}
            xRange={[Math.min(...curve.x, ...(other?.x ?? [])), Math.max(...curve.x, ...(other?.x ?? []))]}
            yRange={[Math.min(0, ...all), Math.max(...all)]}
          />
        )}
      </div>
      <div className="table-head">
        <span className="quiet small">
          From {formatEntered(now.Tmin)} to {formatEntered(now.Tmax)} K; {now.how === 'estimated' ? 'estimated by ' : ''}
          {sourceOf(now.source)}.
        </span>
        <SaveChart
          isChart
          drawing={canvas}
          name={title}
          rows={() => [['temperature, K', `${label}, ${unit}`], ...curve.x.map((T, k) => [T, curve.y[k] ?? 0])]}
          table="Points as CSV"
        />
      </div>
      <label className="dialog-line">
        <span>Coefficients, form {now.form}</span>
        <Input
          aria-label={`Coefficients of the ${label.toLowerCase()}`}
          value={typed ?? now.c.join('  ')}
          onChange={(event) => setTyped(event.target.value)}
          onPressEnter={(event) => event.currentTarget.blur()}
          onBlur={() => {
            if (typed === undefined) return;
            const read = readCoefficients(typed, now.c.length);
            setError(read.ok ? undefined : read.sentence);
            if (!read.ok) return;
            setTyped(undefined);
            if (read.c.join() !== now.c.join()) onChange({ ...now, c: read.c, source: 'typed in this case', how: 'typed' });
          }}
        />
      </label>
      {error !== undefined && (
        <div className="field-error" role="alert">
          {error}
        </div>
      )}
    </>
  );
}

function pointsOf(correlation: Correlation, factor: number): { x: number[]; y: number[] } {
  const out = new ValueSlope();
  const { Tmin, Tmax } = correlation;
  const x = Array.from({ length: 61 }, (_, k) => Tmin + ((Tmax - Tmin) * k) / 60);
  const y = x.map((T) => {
    correlate(correlation, out.at(T));
    return out.value / factor;
  });
  const isKnown = (k: number): boolean => Number.isFinite(y[k]);
  return { x: x.filter((_, k) => isKnown(k)), y: y.filter((_, k) => isKnown(k)) };
}

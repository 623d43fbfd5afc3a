/** Stage by stage with every quantity; the row and the rung point at each other. */
import { findUnit, formatQuantity, stageRows } from '@keen-ladder/core';
import type { LadderFacts } from '@keen-ladder/core';
import { Segmented, Select, Table } from 'antd';
import type { TableProps, TableRef } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useAppSelector } from '../store/store.ts';
import { useElementSize } from '../charts/useElementSize.ts';
import { selectMixture } from '../document/selectors.ts';
import { rungNumber } from './rungs.ts';
import type { Numbering } from './rungs.ts';
import { numberingWords } from './rungs.ts';
import { usePrinting } from '../theme/usePrinting.ts';
import { groupsOf } from './stageQuantities.ts';
import type { Group } from './stageQuantities.ts';
import { selectTable } from './table.ts';
import type { TableContext } from './table.ts';
import { TakeAway } from './TakeAway.tsx';

interface Row {
  rung: number;
  number: number;
  T: number;
  P: number;
}

type ColumnsType = NonNullable<TableProps<Row>['columns']>;

interface Props {
  facts: LadderFacts;
  numbering: Numbering;
  pointed: number;
  onPoint: (rung: number) => void;
}

const HEAD = 78;

/** px for a component's name. */
const columnWidth = (name: string): number => Math.max(62, 20 + 7.6 * name.length);

type Told = 'mole' | 'mass' | 'flows' | 'volatility';

const toldWords: { value: Told; label: string }[] = [
  { value: 'mole', label: 'mole fractions' },
  { value: 'mass', label: 'mass fractions' },
  { value: 'flows', label: 'flows and properties' },
  { value: 'volatility', label: 'volatility' },
];

export function LadderStages({ facts, numbering, pointed, onPoint }: Props) {
  const table = useAppSelector(selectTable);
  const mixture = useAppSelector(selectMixture);
  const { components, column } = table;
  const panel = useRef<HTMLDivElement>(null);
  const list = useRef<TableRef>(null);
  const size = useElementSize(panel);
  const isPrinting = usePrinting();
  const [told, setTold] = useState<Told>('mole');
  const [reference, setReference] = useState(components.at(-1)?.id ?? '');
  const top = column?.ladder?.top ?? 'none';
  const rows = useMemo(
    () =>
      facts.T.map((T, j): Row => ({
        rung: j + 1,
        number: rungNumber(j + 1, facts.stages, top, numbering),
        T,
        P: facts.P[j] ?? 0,
      })),
    [facts, numbering, top],
  );
  const groups = useMemo(() => groupsOf(told, facts, mixture, table, reference), [told, facts, mixture, table, reference]);
  useEffect(() => {
    if (pointed > 0) list.current?.scrollTo({ index: pointed - 1 });
  }, [pointed]);
  const columns = [...firstColumns(table), ...groups.map(columnsOf)];
  const width =
    FIRST_WIDTH + groups.flatMap(({ quantities }) => quantities).reduce((sum, { title }) => sum + columnWidth(title), 0);
  return (
    <div className="stage-table ladder-table" ref={panel} onMouseLeave={() => onPoint(0)}>
      <div className="table-head">
        <Segmented<Told> size="small" options={toldWords} value={told} onChange={setTold} aria-label="What the table tells" />
        {told === 'volatility' && (
          <Select
            size="small"
            variant="borderless"
            aria-label="Volatility over"
            value={reference}
            options={components.map(({ id, name }) => ({ value: id, label: `over ${name}` }))}
            popupMatchSelectWidth={false}
            onChange={setReference}
          />
        )}
        <span className="quiet small">{numberingWords(numbering, top)}</span>
        <TakeAway name="stages" rows={() => stageRows(facts, mixture, table)} />
      </div>
      {size !== undefined && (
        <Table<Row>
          ref={list}
          size="small"
          virtual={!isPrinting}
          pagination={false}
          {...(isPrinting ? {} : { scroll: { x: width, y: Math.max(160, size.height - HEAD - 46) } })}
          rowKey="rung"
          columns={columns}
          dataSource={rows}
          showSorterTooltip={false}
          rowClassName={(row) =>
            row.rung === pointed ? 'row-hovered' : facts.feeds.some(({ stage }) => stage === row.rung) ? 'row-feed' : ''
          }
          onRow={(row) => ({ onMouseEnter: () => onPoint(row.rung) })}
        />
      )}
    </div>
  );
}

const FIRST_WIDTH = 62 + 56 + 60;

/** Stage, temperature, pressure: of whatever else the table tells. */
function firstColumns({ display, site }: TableContext): ColumnsType {
  const T = findUnit('temperature', display.temperature);
  const P = findUnit('pressure', display.pressure);
  return [
    {
      title: 'stage',
      dataIndex: 'number',
      width: 62,
      fixed: 'left',
      render: (_: unknown, row: Row) => (row.number === 0 ? 'cond.' : row.number),
      sorter: (a, b) => a.rung - b.rung,
    },
    { title: T.id, width: 56, align: 'right', render: (_, { T: at }) => formatQuantity(at, T, site), sorter: (a, b) => a.T - b.T },
    { title: P.id, width: 60, align: 'right', render: (_, { P: at }) => formatQuantity(at, P, site), sorter: (a, b) => a.P - b.P },
  ];
}

/** A heading over quantities that belong together. */
function columnsOf({ title, quantities }: Group): ColumnsType[number] {
  return {
    title,
    children: quantities.map(({ title: name, values, shown }) => ({
      title: name,
      key: `${title} ${name}`,
      width: columnWidth(name),
      align: 'right' as const,
      render: (_: unknown, { rung }: Row) => {
        const value = values[rung - 1] ?? null;
        return value === null ? '–' : shown(value);
      },
      sorter: (a: Row, b: Row) => (values[a.rung - 1] ?? -Infinity) - (values[b.rung - 1] ?? -Infinity),
    })),
  };
}

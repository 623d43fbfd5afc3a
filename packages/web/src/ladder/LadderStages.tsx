/** Stage by stage with every quantity; the row and the rung point at each other. */
import { findUnit, formatNumber, formatQuantity, fromSI, stageRows } from '@keen-ladder/core';
import type { LadderFacts } from '@keen-ladder/core';
import { Table } from 'antd';
import type { TableProps, TableRef } from 'antd';
import { useEffect, useMemo, useRef } from 'react';
import { useAppSelector } from '../app/store.ts';
import { useElementSize } from '../charts/useElementSize.ts';
import { shortFraction } from './rows.ts';
import { rungNumber } from './rungs.ts';
import type { Numbering } from './rungs.ts';
import { numberingWords } from './rungs.ts';
import { selectTable } from './table.ts';
import { TakeAway } from './TakeAway.tsx';

interface Row {
  rung: number;
  number: number;
  T: number;
  P: number;
  liquid: number;
  vapour: number;
  x: number[];
  y: number[];
}

interface Props {
  facts: LadderFacts;
  numbering: Numbering;
  pointed: number;
  onPoint: (rung: number) => void;
}

const HEAD = 78;

/** px for a component's name with its sorter. */
const columnWidth = (name: string): number => Math.max(84, 44 + 7.6 * name.length);

export function LadderStages({ facts, numbering, pointed, onPoint }: Props) {
  const table = useAppSelector(selectTable);
  const { components, display, site, column } = table;
  const panel = useRef<HTMLDivElement>(null);
  const list = useRef<TableRef>(null);
  const size = useElementSize(panel);
  const top = column?.ladder?.top ?? 'none';
  const rows = useMemo(
    () =>
      facts.T.map((T, j): Row => ({
        rung: j + 1,
        number: rungNumber(j + 1, facts.stages, top, numbering),
        T,
        P: facts.P[j] ?? 0,
        liquid: facts.liquid[j] ?? 0,
        vapour: facts.vapour[j] ?? 0,
        x: facts.x[j] ?? [],
        y: facts.y[j] ?? [],
      })),
    [facts, numbering, top],
  );
  useEffect(() => {
    if (pointed > 0) list.current?.scrollTo({ index: pointed - 1 });
  }, [pointed]);
  const T = findUnit('temperature', display.temperature);
  const P = findUnit('pressure', display.pressure);
  const flow = findUnit('molarFlow', display.molarFlow);
  const number = (title: string, key: 'T' | 'P' | 'liquid' | 'vapour', shown: (value: number) => string, width: number) => ({
    title,
    dataIndex: key,
    width,
    align: 'right' as const,
    render: shown,
    sorter: (a: Row, b: Row) => a[key] - b[key],
  });
  const fractions = (key: 'x' | 'y', title: string) => ({
    title,
    children: components.map(({ id, name }, i) => ({
      title: name,
      key: `${key} ${id}`,
      width: columnWidth(name),
      align: 'right' as const,
      render: (_: unknown, row: Row) => shortFraction(row[key][i] ?? 0),
      sorter: (a: Row, b: Row) => (a[key][i] ?? 0) - (b[key][i] ?? 0),
    })),
  });
  const columns: TableProps<Row>['columns'] = [
    {
      title: 'stage',
      dataIndex: 'number',
      width: 80,
      fixed: 'left',
      render: (_: unknown, row: Row) => (row.number === 0 ? 'cond.' : row.number),
      sorter: (a, b) => a.rung - b.rung,
    },
    number(T.id, 'T', (value) => formatQuantity(value, T, site), 70),
    number(P.id, 'P', (value) => formatQuantity(value, P, site), 74),
    number(`liquid, ${flow.id}`, 'liquid', (value) => formatNumber(fromSI(value, flow, site), 4), 112),
    number(`vapour, ${flow.id}`, 'vapour', (value) => (value === 0 ? '–' : formatNumber(fromSI(value, flow, site), 4)), 118),
    fractions('x', 'liquid, mol/mol'),
    fractions('y', 'vapour, mol/mol'),
  ];
  const width = 80 + 70 + 74 + 230 + components.reduce((sum, { name }) => sum + 2 * columnWidth(name), 0);
  return (
    <div className="stage-table ladder-table" ref={panel} onMouseLeave={() => onPoint(0)}>
      <div className="table-head">
        <span className="quiet small">{numberingWords(numbering, top)}</span>
        <TakeAway name="stages" rows={() => stageRows(facts, components, table)} />
      </div>
      {size !== undefined && (
        <Table<Row>
          ref={list}
          size="small"
          virtual
          pagination={false}
          scroll={{ x: width, y: Math.max(160, size.height - HEAD - 46) }}
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

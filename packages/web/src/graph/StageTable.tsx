/** Stage by stage; the row and the step on the drawing point at each other. */
import { CopyOutlined } from '@ant-design/icons';
import { capital, findUnit, formatFraction, formatQuantity } from '@keen-ladder/core';
import type { GraphDesign, Stage } from '@keen-ladder/core';
import { App, Button, Table } from 'antd';
import type { TableProps, TableRef } from 'antd';
import { useEffect, useMemo, useRef } from 'react';
import type { ColumnUnit } from '@keen-ladder/schema';
import { useAppSelector } from '../store/store.ts';
import { selectColumn, selectDisplay, selectSite } from '../document/selectors.ts';
import { stagesInWords } from './standing.ts';
import { stageRows } from './stageRows.ts';
import { usePrinting } from '../theme/usePrinting.ts';
import { selectGraphResult } from '../stops/standing.ts';

interface Row extends Stage {
  number: number;
}

interface Props {
  hovered: number;
  onHover: (stage: number) => void;
}

const HEIGHT = 520;
const NO_STAGES: Stage[] = [];

export function StageTable({ hovered, onHover }: Props) {
  const { message } = App.useApp();
  const result = useAppSelector(selectGraphResult);
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const column = useAppSelector(selectColumn);
  const isPrinting = usePrinting();
  const stages = result?.basis?.stages ?? NO_STAGES;
  const design = result?.outcome.state === 'solved' ? result.outcome.value : null;
  const rows = useMemo(() => stages.map((stage, k): Row => ({ number: k + 1, ...stage })), [stages]);
  const unit = findUnit('temperature', display.temperature);
  const table = useRef<TableRef>(null);
  useEffect(() => {
    if (hovered > 0) table.current?.scrollTo({ index: hovered - 1 });
  }, [hovered]);
  const columns: TableProps<Row>['columns'] = [
    { title: 'stage', dataIndex: 'number', width: 66, sorter: (a, b) => a.number - b.number },
    {
      title: unit.id,
      dataIndex: 'T',
      width: 64,
      align: 'right',
      render: (T: number) => formatQuantity(T, unit, site),
      sorter: (a, b) => a.T - b.T,
    },
    { title: 'x', dataIndex: 'x', align: 'right', render: (value: number) => formatFraction(value), sorter: (a, b) => a.x - b.x },
    { title: 'y', dataIndex: 'y', align: 'right', render: (value: number) => formatFraction(value), sorter: (a, b) => a.y - b.y },
  ];
  const copy = async () => {
    await navigator.clipboard.writeText(
      stageRows(stages, display, site)
        .map((row) => row.join('\t'))
        .join('\n'),
    );
    void message.success('Copied: paste it into a spreadsheet.');
  };
  if (stages.length === 0) return <p className="sentence">No stages yet: the Result leaf says what is missing.</p>;
  return (
    <div className="stage-table" onMouseLeave={() => onHover(0)}>
      <div className="table-head">
        <span className="quiet small">From the top, mol/mol. {column === undefined ? '' : endsSentence(column)}</span>
        <Button type="text" icon={<CopyOutlined />} onClick={() => void copy()}>
          Copy
        </Button>
      </div>
      <Table<Row>
        ref={table}
        size="small"
        virtual={!isPrinting}
        pagination={false}
        {...(isPrinting ? {} : { scroll: { x: 236, y: HEIGHT } })}
        rowKey="number"
        columns={columns}
        dataSource={rows}
        showSorterTooltip={false}
        rowClassName={(row) =>
          row.number === hovered ? 'row-hovered' : design?.feedStages.includes(row.number) === true ? 'row-feed' : ''
        }
        onRow={(row) => ({ onMouseEnter: () => onHover(row.number) })}
      />
      {design !== null && <p className="quiet small">{placesSentence(design)}</p>}
    </div>
  );
}

function endsSentence({ condenser, bottom }: Pick<ColumnUnit, 'condenser' | 'bottom'>): string {
  const last = bottom === 'reboiler' ? 'the last is the reboiler' : 'steam enters under the last';
  return condenser === 'partial' ? `Stage 1 is the condenser, ${last}.` : `${capital(last)}.`;
}

function placesSentence({ feedStages, drawStages }: GraphDesign): string {
  const feeds = `${feedStages.length === 1 ? 'The feed enters stage' : 'Feeds enter stages'} ${stagesInWords(feedStages)}.`;
  return drawStages.length === 0 ? feeds : `${feeds} Side draws leave ${stagesInWords(drawStages)}.`;
}

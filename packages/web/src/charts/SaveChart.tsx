/** A chart and the table behind it, taken away as files. */
import { DownloadOutlined } from '@ant-design/icons';
import { App, Button, Dropdown } from 'antd';
import type { RefObject } from 'react';
import { saveCsv, savePng, saveSvg } from '../download/save.ts';
import { useLook } from '../theme/Themed.tsx';

type Rows = () => (string | number)[][];

interface Props {
  svg: RefObject<SVGSVGElement | null>;
  /** Name of the files, without their ending. */
  name: string;
  rows: Rows;
  /** What the table is called in the menu. */
  table: string;
}

export function SaveChart({ svg, name, rows, table }: Props) {
  const { message } = App.useApp();
  const { colors } = useLook();
  const save = async (kind: string) => {
    const drawing = svg.current;
    if (drawing === null) return;
    try {
      if (kind === 'svg') await saveSvg(drawing, `${name}.svg`, colors.sheet);
      else if (kind === 'png') await savePng(drawing, `${name}.png`, colors.sheet);
      else saveCsv(rows(), `${name}.csv`);
    } catch (error) {
      void message.error(`The file could not be saved: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  const items = [
    { key: 'png', label: 'Drawing as PNG' },
    { key: 'svg', label: 'Drawing as SVG' },
    { key: 'csv', label: table },
  ];
  return (
    <Dropdown menu={{ items, onClick: ({ key }) => void save(key) }} trigger={['click']}>
      <Button type="text" icon={<DownloadOutlined />} aria-label="Save drawing or table">
        Save
      </Button>
    </Dropdown>
  );
}

export function SaveTable({ name, rows }: { name: string; rows: Rows }) {
  return (
    <Button type="text" icon={<DownloadOutlined />} aria-label="Save the table" onClick={() => saveCsv(rows(), `${name}.csv`)}>
      CSV
    </Button>
  );
}

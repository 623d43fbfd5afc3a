/** A chart and the table behind it, taken away as files. */
import { DownloadOutlined } from '@ant-design/icons';
import { App, Button, Dropdown } from 'antd';
import type { RefObject } from 'react';
import { saveCanvas, saveCsv, savePng, saveSvg } from '../download/save.ts';
import { useLook } from '../theme/Themed.tsx';

type Rows = () => (string | number)[][];

interface Props {
  /** A drawing of our own, or the canvas of a chart. */
  drawing: RefObject<SVGSVGElement | HTMLCanvasElement | null>;
  /** Name of the files, without their ending. */
  name: string;
  rows: Rows;
  /** Charts are pictures, our own drawings lines too. */
  isChart?: boolean;
  /** What the table is called in the menu. */
  table: string;
}

export function SaveChart({ drawing, name, rows, table, isChart = false }: Props) {
  const { message } = App.useApp();
  const { colors } = useLook();
  const save = async (kind: string) => {
    const drawn = drawing.current;
    try {
      if (kind === 'csv') saveCsv(rows(), `${name}.csv`);
      else if (drawn instanceof HTMLCanvasElement) await saveCanvas(drawn, `${name}.png`);
      else if (drawn !== null && kind === 'svg') await saveSvg(drawn, `${name}.svg`, colors.sheet);
      else if (drawn !== null) await savePng(drawn, `${name}.png`, colors.sheet);
    } catch (error) {
      void message.error(`The file could not be saved: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  const items = [
    { key: 'png', label: 'Drawing as PNG' },
    ...(isChart ? [] : [{ key: 'svg', label: 'Drawing as SVG' }]),
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

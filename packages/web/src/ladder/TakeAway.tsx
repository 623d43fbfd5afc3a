/** A table for the clipboard, as CSV and as a spreadsheet. */
import { CopyOutlined, DownloadOutlined } from '@ant-design/icons';
import { App, Button } from 'antd';
import { useAppSelector } from '../store/store.ts';
import { saveCsv, saveXlsx } from '../download/save.ts';
import { asText } from './rows.ts';

interface Props {
  /** What the table holds, for the file's name. */
  name: string;
  rows: () => (string | number)[][];
}

export function TakeAway({ name, rows }: Props) {
  const { message } = App.useApp();
  const caseName = useAppSelector((state) => state.saving.facts?.name ?? 'case');
  const attempt = (work: () => Promise<void> | void, done?: string) => async () => {
    try {
      await work();
      if (done !== undefined) void message.success(done);
    } catch (error) {
      void message.error(`That did not work: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  const file = `${caseName} – ${name}`;
  return (
    <span className="sheet-tools">
      <Button
        type="text"
        size="small"
        icon={<CopyOutlined />}
        onClick={() => void attempt(() => navigator.clipboard.writeText(asText(rows())), 'Copied: paste it into a spreadsheet.')()}
      >
        Copy
      </Button>
      <Button
        type="text"
        size="small"
        icon={<DownloadOutlined />}
        onClick={() => void attempt(() => saveCsv(rows(), `${file}.csv`))()}
      >
        CSV
      </Button>
      <Button
        type="text"
        size="small"
        icon={<DownloadOutlined />}
        onClick={() => void attempt(() => saveXlsx(rows(), `${file}.xlsx`))()}
      >
        XLSX
      </Button>
    </span>
  );
}

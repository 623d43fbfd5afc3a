/** Measured points on their way into the case: a table that is pasted or read from a file, and what its columns are. */
import { UploadOutlined } from '@ant-design/icons';
import { isIsobaric, pairOf, USUAL_FIT, USUAL_UNCERTAINTY } from '@keen-ladder/core';
import { Button, Input, Select, Upload } from 'antd';
import { useMemo, useState } from 'react';
import type { ComponentRecord } from '@keen-ladder/schema';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { measuredKept } from '../document/documentSlice.ts';
import { selectDisplay, selectMixture, selectSite } from '../document/selectors.ts';
import { QuantityField } from '../fields/QuantityField.tsx';
import { readTable } from '../tables/pastedTable.ts';
import { guessRoles, measuredPoints } from './measuredTable.ts';
import type { Role } from './measuredTable.ts';

interface Props {
  components: [ComponentRecord, ComponentRecord];
  onKept: (id: string) => void;
}

export function NewMeasured({ components, onKept }: Props) {
  const asked = useNewMeasured({ components, onKept });
  const { text, take, setName, table, roles, names, choose, error, keep } = asked;
  const [first] = components;
  return (
    <div className="new-measured">
      <p className="sentence">
        Paste a table of measured points, with a heading that says what each column is and its unit, or read a CSV file.
      </p>
      <Input.TextArea
        className="pressure-list"
        aria-label="Measured points"
        autoSize={{ minRows: 7, maxRows: 14 }}
        placeholder={`x ${first.name}, mol/mol\ty ${first.name}, mol/mol\ttemperature, °C\n0.1\t0.44\t86.6\n…`}
        value={text}
        onChange={(event) => take(event.target.value)}
      />
      <Upload
        accept=".csv,.tsv,.txt"
        showUploadList={false}
        beforeUpload={(file) => {
          void file.text().then(take);
          setName((now) => (now === '' ? file.name.replace(/\.\w+$/, '').slice(0, 60) : now));
          return false;
        }}
      >
        <Button size="small" icon={<UploadOutlined />}>
          Read a file
        </Button>
      </Upload>
      {table.rows.length > 0 && <Columns table={table} roles={roles} names={names} onChosen={choose} />}
      <OfAllPoints {...asked} />
      {error !== undefined && (
        <div className="field-error" role="alert">
          {error}
        </div>
      )}
      <Button type="primary" disabled={table.rows.length === 0} onClick={keep}>
        Keep these points
      </Button>
    </div>
  );
}

/** A pasted table with what its columns are, and what is said of all points together. */
function useNewMeasured({ components: [first, second], onKept }: Props) {
  const dispatch = useAppDispatch();
  const display = useAppSelector(selectDisplay);
  const site = useAppSelector(selectSite);
  const mixture = useAppSelector(selectMixture);
  const [text, setText] = useState('');
  const [name, setName] = useState('');
  const [T, setT] = useState<number | null>(null);
  const [P, setP] = useState<number | null>(101325);
  const [chosen, setChosen] = useState<Record<number, Role>>({});
  const [error, setError] = useState<string | undefined>(undefined);
  const names = useMemo((): [string, string] => [first.name, second.name], [first, second]);
  const table = useMemo(() => readTable(text), [text]);
  const roles = useMemo(() => guessRoles(table, names).map((role, k) => chosen[k] ?? role), [table, names, chosen]);
  const take = (next: string) => {
    setText(next);
    setChosen({});
    setError(undefined);
  };
  const keep = () => {
    const molarMasses: [number, number] = [first.molarMass.value, second.molarMass.value];
    const read = measuredPoints(table, roles, { display, site, names, molarMasses, T, P });
    if (!read.ok) {
      setError(read.sentence);
      return;
    }
    const id = freshId(mixture.measured.map((set) => set.id));
    const called = name.trim() === '' ? usualName(isIsobaric(read.points), read.points.length) : name.trim();
    const set = {
      id,
      name: called,
      components: [first.id, second.id] as [string, string],
      points: read.points,
      uncertainty: { ...USUAL_UNCERTAINTY },
      choice: { ...USUAL_FIT, alpha: alphaOf(pairOf(mixture, first.id, second.id)) },
    };
    dispatch(measuredKept({ set, pair: null }));
    onKept(id);
  };
  const choose = (k: number, role: Role) => setChosen({ ...chosen, [k]: role });
  return { text, take, name, setName, T, setT, P, setP, table, roles, names, choose, error, keep };
}

type Asked = ReturnType<typeof useNewMeasured>;

/** What no column says: a temperature or a pressure of all points, and where they are from. */
function OfAllPoints({
  roles,
  T,
  setT,
  P,
  setP,
  name,
  setName,
}: Pick<Asked, 'roles' | 'T' | 'setT' | 'P' | 'setP' | 'name' | 'setName'>) {
  return (
    <div className="measured-rest">
      {!roles.includes('T') && (
        <QuantityField
          label="Temperature of all points"
          path="mixture.measured.temperature"
          value={T === null ? null : { si: T, dimension: 'temperature' }}
          dimensions={['temperature']}
          step={1}
          onChange={(value) => setT(value?.si ?? null)}
        />
      )}
      {!roles.includes('P') && (
        <QuantityField
          label="Pressure of all points"
          path="mixture.measured.pressure"
          value={P === null ? null : { si: P, dimension: 'pressure' }}
          dimensions={['pressure']}
          step={0.05}
          onChange={(value) => setP(value?.si ?? null)}
        />
      )}
      <label className="dialog-line">
        Source
        <Input
          value={name}
          maxLength={100}
          placeholder="who measured it, and when"
          onChange={(event) => setName(event.target.value)}
        />
      </label>
    </div>
  );
}

/** What the pair has by NRTL already, else the usual. */
const alphaOf = (pair: ReturnType<typeof pairOf>): number => (pair !== undefined && 'alpha' in pair ? pair.alpha : USUAL_FIT.alpha);

const usualName = (isobaric: boolean, points: number): string => `${points} points at one ${isobaric ? 'pressure' : 'temperature'}`;

function freshId(taken: readonly string[]): string {
  let k = taken.length + 1;
  while (taken.includes(`measured-${k}`)) k++;
  return `measured-${k}`;
}

interface ColumnsProps {
  table: ReturnType<typeof readTable>;
  roles: readonly Role[];
  names: [string, string];
  onChosen: (column: number, role: Role) => void;
}

/** The first rows as they were read, each column under what it holds. */
function Columns({ table: { headings, rows }, roles, names: [first, second], onChosen }: ColumnsProps) {
  const options: { value: Role; label: string }[] = [
    { value: 'x1', label: `liquid, ${first}` },
    { value: 'x2', label: `liquid, ${second}` },
    { value: 'y1', label: `vapour, ${first}` },
    { value: 'y2', label: `vapour, ${second}` },
    { value: 'T', label: 'temperature' },
    { value: 'P', label: 'pressure' },
    { value: 'gamma1', label: `activity coefficient, ${first}` },
    { value: 'gamma2', label: `activity coefficient, ${second}` },
    { value: 'none', label: 'left out' },
  ];
  return (
    <table className="figures-table measured-columns" aria-label="The table as it was read">
      <thead>
        <tr>
          {roles.map((role, k) => (
            <th key={k} scope="col">
              <Select<Role>
                size="small"
                aria-label={`Column ${k + 1}${headings[k] === undefined ? '' : `, ${headings[k].name}`}`}
                value={role}
                options={options}
                popupMatchSelectWidth={false}
                onChange={(next) => onChosen(k, next)}
              />
              <span className="quiet small">{headings[k]?.unit ?? ''}</span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.slice(0, 4).map((row, r) => (
          <tr key={r}>
            {roles.map((_, k) => (
              <td key={k}>{row[k] ?? ''}</td>
            ))}
          </tr>
        ))}
        {rows.length > 4 && (
          <tr>
            <td colSpan={roles.length} className="quiet">
              and {rows.length - 4} more
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

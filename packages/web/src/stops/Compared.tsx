/** Two answers to the same questions, side by side. */
interface Props {
  /** What the table is, for who does not see it. */
  label: string;
  /** Over the names of the rows. */
  head?: string;
  names: readonly [string, string];
  rows: readonly (readonly [name: string, first: string, second: string])[];
  className?: string;
}

export function Compared({ label, head, names, rows, className = '' }: Props) {
  return (
    <table className={`figures-table ${className}`.trim()} aria-label={label}>
      <thead>
        <tr>
          <th>{head}</th>
          {names.map((name) => (
            <th key={name} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, first, second]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td>{first}</td>
            <td>{second}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

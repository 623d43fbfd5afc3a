/** Tables as comma-separated text (RFC 4180), for page and command line alike. */
import Papa from 'papaparse';

/** Cells of text that a spreadsheet would take for a formula are marked as text; numbers stay numbers. */
export const csvOf = (rows: readonly (readonly (string | number)[])[]): string =>
  Papa.unparse(
    rows.map((row) => [...row]),
    { escapeFormulae: true },
  );

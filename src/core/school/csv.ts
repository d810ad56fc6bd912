import Papa from 'papaparse';

/**
 * A table as CSV. Source: RFC 4180 (lines end with CR LF; fields with commas, quotes or line ends are quoted).
 * Cells that a spreadsheet would take for a formula get an apostrophe, those of several lines too: the package's own
 * pattern passes them over.
 */
export function csv(rows: readonly Readonly<Record<string, string | number>>[]): string {
  return Papa.unparse([...rows], { newline: '\r\n', escapeFormulae: FORMULA });
}

const FORMULA = /^[=+\-@\t\r]/;

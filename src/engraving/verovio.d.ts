declare module 'verovio/wasm' {
  /** Loads the engraver's WebAssembly module. */
  export default function createVerovioModule(): Promise<unknown>;
}

declare module 'verovio/esm' {
  export const LOG_OFF: number;
  export function enableLog(level: number, module: unknown): void;
  export class VerovioToolkit {
    constructor(module: unknown);
    setOptions(options: Readonly<Record<string, unknown>>): void;
    loadData(data: string): boolean;
    getPageCount(): number;
    renderToSVG(page: number): string;
  }
}

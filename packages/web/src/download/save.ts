/** Files for the engineer to take away. A drawing carries its typefaces with it, so that it looks the same anywhere. */
import { csvOf } from '@keen-ladder/schema';
import sansUrl from '../theme/fonts/IBMPlexSans-Regular.woff2?url';
import sansBoldUrl from '../theme/fonts/IBMPlexSans-SemiBold.woff2?url';
import serifUrl from '../theme/fonts/IBMPlexSerif-Regular.woff2?url';

/** Pixels per pixel of the screen: sharp on paper. */
const PNG_SCALE = 2;

export function saveCsv(rows: (string | number)[][], fileName: string): void {
  // The mark tells spreadsheets that this is UTF-8.
  saveBlob(new Blob(['\ufeff', csvOf(rows)], { type: 'text/csv;charset=utf-8' }), fileName);
}

/** A spreadsheet of one page; the first row is its heading. */
export async function saveXlsx(rows: (string | number)[][], fileName: string): Promise<void> {
  const { default: write } = await import('write-excel-file/browser');
  const cells = rows.map((row, r) => row.map((value) => (r === 0 ? { value, fontWeight: 'bold' as const } : { value })));
  saveBlob(await write(cells).toBlob(), fileName);
}

export function saveJson(content: unknown, fileName: string): void {
  saveBlob(new Blob([JSON.stringify(content, null, 1)], { type: 'application/json' }), fileName);
}

export async function saveSvg(svg: SVGSVGElement, fileName: string, paper: string): Promise<void> {
  saveBlob(new Blob([await standAlone(svg, paper)], { type: 'image/svg+xml' }), fileName);
}

export async function savePng(svg: SVGSVGElement, fileName: string, paper: string): Promise<void> {
  const source = URL.createObjectURL(new Blob([await standAlone(svg, paper)], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = source;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = svg.clientWidth * PNG_SCALE;
    canvas.height = svg.clientHeight * PNG_SCALE;
    const context = canvas.getContext('2d');
    if (context === null) throw new Error('this browser gives no canvas');
    context.scale(PNG_SCALE, PNG_SCALE);
    context.drawImage(image, 0, 0);
    saveBlob(await pngOf(canvas), fileName);
  } finally {
    URL.revokeObjectURL(source);
  }
}

/** A chart as it stands: its canvas has twice the pixels of the screen. */
export async function saveCanvas(canvas: HTMLCanvasElement, fileName: string): Promise<void> {
  saveBlob(await pngOf(canvas), fileName);
}

async function pngOf(canvas: HTMLCanvasElement): Promise<Blob> {
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (blob === null) throw new Error('this browser made no picture');
  return blob;
}

/** The drawing as a document of its own, with paper behind it and its typefaces inside. */
async function standAlone(svg: SVGSVGElement, paper: string): Promise<string> {
  const copy = svg.cloneNode(true) as SVGSVGElement; // a clone of an svg is an svg
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.removeAttribute('class');
  for (const handle of copy.querySelectorAll('.handle')) handle.removeAttribute('tabindex');
  const background = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  background.setAttribute('width', '100%');
  background.setAttribute('height', '100%');
  background.setAttribute('fill', paper);
  const style = document.createElementNS('http://www.w3.org/2000/svg', 'style');
  style.textContent = (
    await Promise.all([face('Plex Sans', 400, sansUrl), face('Plex Sans', 600, sansBoldUrl), face('Plex Serif', 400, serifUrl)])
  ).join('\n');
  copy.prepend(style, background);
  return new XMLSerializer().serializeToString(copy);
}

async function face(family: string, weight: number, url: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer());
  let binary = '';
  for (const byte of bytes) binary += String.fromCharCode(byte);
  return `@font-face{font-family:'${family}';font-weight:${weight};src:url(data:font/woff2;base64,${btoa(binary)}) format('woff2')}`;
}

function saveBlob(blob: Blob, fileName: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = fileName.replace(/[\\/:*?"<>|]/g, '-');
  link.click();
  // The browser has the file once the click is done; the address may go a little later.
  window.setTimeout(() => {
    URL.revokeObjectURL(link.href);
  }, 10_000);
}

/** The colours of a well-made notebook, by day and by night; everything that is coloured takes them from here. */
export interface Tokens {
  paper: string;
  sheet: string;
  rule: string;
  grid: string;
  ink: string;
  quiet: string;
  pine: string;
  onPine: string;
  mint: string;
  copper: string;
  blush: string;
}

export type ThemeName = 'day' | 'night';

export const tokens: Record<ThemeName, Tokens> = {
  day: {
    paper: '#f4efe4',
    sheet: '#fbf8f1',
    rule: '#d9d0bd',
    grid: '#ece5d6',
    ink: '#20302a',
    quiet: '#59635d', // darker than first drawn: 5.4 to 1 on paper
    pine: '#1f5a48',
    onPine: '#ffffff',
    mint: '#dfe9e1',
    copper: '#9c4b22', // 5.3 to 1 on paper
    blush: '#f0ddd0',
  },
  night: {
    paper: '#1a201d',
    sheet: '#222a26',
    rule: '#424d47',
    grid: '#2d3632',
    ink: '#ebe6d9',
    quiet: '#a9b3ac',
    pine: '#86c7aa',
    onPine: '#12201a',
    mint: '#2b3d35',
    copper: '#e5a077',
    blush: '#473529',
  },
};

/** Writes the tokens as custom properties, for style sheets. */
export function applyTokens(name: ThemeName, root: HTMLElement): void {
  root.dataset['theme'] = name;
  root.style.colorScheme = name === 'day' ? 'light' : 'dark';
  for (const [key, value] of Object.entries(tokens[name])) root.style.setProperty(`--${key}`, String(value));
}

export const SANS = "'Plex Sans', 'Segoe UI', sans-serif";
export const SERIF = "'Plex Serif', Georgia, serif";

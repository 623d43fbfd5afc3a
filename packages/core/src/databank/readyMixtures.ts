/** Mixtures that go by one name, with their usual composition. */
export interface ReadyMixture {
  id: string;
  name: string;
  synonyms: readonly string[];
  /** Mole fractions by CAS number; their sum is 1. */
  parts: Readonly<Record<string, number>>;
  source: string;
}

/** Mixtures of known composition, ready to be taken. */
export const readyMixtures: readonly ReadyMixture[] = [
  {
    id: 'ready:air',
    name: 'air',
    synonyms: ['dry air'],
    parts: { '7727-37-9': 0.7812, '7782-44-7': 0.2096, '7440-37-1': 0.0092 },
    source: 'dry air of nitrogen, oxygen and argon: Lemmon, Jacobsen, Penoncello & Friend, J. Phys. Chem. Ref. Data 29 (2000) 331',
  },
];

/** The components that an identifier stands for: those of a ready mixture, else itself. */
export function componentsOf(id: string): readonly string[] {
  const ready = readyMixtures.find((m) => m.id === id);
  return ready === undefined ? [id] : Object.keys(ready.parts);
}

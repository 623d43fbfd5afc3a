import type { HardwareInputs, SectionInputs } from '@keen-ladder/schema';

/** What is said of the k-th section: its own, or that of the last of which something is said. */
export const inputsOf = ({ sections }: HardwareInputs, k: number): SectionInputs => sections[Math.min(k, sections.length - 1)];

import { describe, expect, test } from 'vitest';
import type { ComponentRecord, Correlation } from '@keen-ladder/schema';
import {
  correlate,
  heatOfVaporisation,
  idealGasEnthalpy,
  liquidHeatCapacity,
  liquidVolume,
  lnVapourPressure,
  R,
  ValueSlope,
} from '../properties/index.ts';
import { compressibility } from '../testing/pengRobinson.ts';
import {
  components,
  databankParts,
  databankRecord,
  findComponent,
  groupTables,
  henryPairs,
  interactionPairs,
  nrtlPairs,
  reported,
  sources,
  uniquacPairs,
  wilsonPairs,
} from '../testing/index.ts';
import { componentsOf, orientedPair, readyMixtures } from './index.ts';

const ATMOSPHERE = 101325; // Pa
const out = new ValueSlope();

describe('databank', () => {
  test('holds at least 600 components, each found by its number and by its name whatever the case', () => {
    expect(components.length).toBeGreaterThanOrEqual(600);
    for (const c of components) for (const key of [c.id, c.name.toUpperCase()]) expect(findComponent(key)).toBe(c);
    expect(findComponent('MEK')?.name).toBe('methyl ethyl ketone');
    expect(findComponent('unobtainium')).toBeUndefined();
  });
  test('has what separation columns meet, the solvents among it', () => {
    for (const name of [
      'sulfolane',
      'N-methyl-2-pyrrolidone',
      'propylene carbonate',
      'N,N-dimethylformamide',
      'dimethyl sulfoxide',
    ])
      expect(findComponent(name), name).toBeDefined();
    for (const name of ['furfural', 'monoethanolamine', 'R134a', 'n-eicosane', 'ammonia', 'hydrogen sulfide', 'ethylene glycol'])
      expect(findComponent(name), name).toBeDefined();
  });
  test('CAS numbers have their check digit', () => {
    for (const { id } of components) {
      const digits = id.replaceAll('-', '');
      const sum = Array.from(digits.slice(0, -1))
        .reverse()
        .reduce((s, d, k) => s + Number(d) * (k + 1), 0);
      expect(sum % 10, id).toBe(Number(digits.at(-1)));
    }
  });
  test('no name or synonym belongs to two components', () => {
    const words = components.flatMap((c) => [c.name, ...c.synonyms].map((w) => w.toLowerCase()));
    const twice = words.filter((w, i) => words.indexOf(w) !== i);
    expect(twice).toEqual([]);
  });
  test('every number names a source that is spelled out', () => {
    for (const c of components) {
      const values = Object.values(c) as unknown[];
      for (const value of values)
        if (typeof value === 'object' && value !== null && 'source' in value) expect(sources).toHaveProperty(String(value.source));
    }
  });
  test('no pair is listed twice for one model, and each belongs to two components of the databank', () => {
    const byModel = [
      nrtlPairs,
      wilsonPairs,
      uniquacPairs,
      henryPairs,
      ...['peng-robinson', 'srk'].map((name) => interactionPairs.filter((p) => p.equation === name)),
    ];
    for (const pairs of byModel) {
      const keys = pairs.map((p) => [...p.components].sort().join('|'));
      expect(new Set(keys).size).toBe(keys.length);
      for (const pair of pairs) for (const id of pair.components) expect(findComponent(id)).toBeDefined();
    }
  });
  test('a pair asked for the other way round has its parameters exchanged', () => {
    const [acetone, water] = [databankRecord('acetone').id, databankRecord('water').id];
    expect(orientedPair(nrtlPairs, acetone, water)?.b).toEqual([317.56, 602.56]);
    expect(orientedPair(nrtlPairs, water, acetone)?.b).toEqual([602.56, 317.56]);
    expect(orientedPair(nrtlPairs, water, databankRecord('n-octane').id)).toBeUndefined();
  });
  test('numbers that an audit once found far off: densities at 25 °C within 1 %, formation of dimethyl sulfoxide within 2 kJ/mol', () => {
    // kg/m3, CRC Handbook (from memory).
    const densities = {
      'diethylene glycol': 1114,
      'triethylene glycol': 1120,
      'propylene oxide': 823,
      epichlorohydrin: 1175,
      monoisopropanolamine: 959,
      'sulfuric acid': 1830,
    };
    for (const [name, density] of Object.entries(densities)) {
      const record = databankRecord(name);
      liquidVolume(record, out.at(298.15));
      expect(Math.abs(record.molarMass.value / out.value / density - 1), name).toBeLessThan(0.01);
    }
    const sulfoxide = databankRecord('dimethyl sulfoxide');
    // Perry's Chemical Engineers' Handbook, 8th ed., Table 2-179 (from memory): −81.4 kJ/mol.
    expect(Math.abs((sulfoxide.gibbsEnergyOfFormation?.value ?? 0) + 81400)).toBeLessThan(2000);
  });
  test('a ready mixture consists of components of the databank, and adds up to 1', () => {
    for (const { parts } of readyMixtures) {
      expect(Object.values(parts).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
      for (const id of Object.keys(parts)) expect(findComponent(id)).toBeDefined();
    }
    expect(componentsOf('ready:air')).toHaveLength(3);
    expect(componentsOf('7732-18-5')).toEqual(['7732-18-5']);
  });
  test('a mixture takes the part of the group tables that it needs', () => {
    const { groups, components: two } = databankParts(['64-17-5', '7732-18-5', 'unknown']);
    expect(two.map((c) => c.name)).toEqual(['ethanol', 'water']);
    expect(Object.values(groups.unifac.subgroups).map((g) => g.name)).toEqual(['CH3', 'CH2', 'OH', 'H2O']);
    expect(groups.unifac.interactions).toHaveLength(6);
    const whole = groupTables.unifac.interactions.find(([m, n]) => m === 1 && n === 3);
    expect(whole?.[2]).toBe(61.13); // a(CH2, ACH): Poling et al., 5th ed., Table 8-22
  });
});

/**
 * Measured heat and measured vapour pressure disagree by 5 to 10 %: alcohols, glycol ethers and high boilers, whose vapour pressures or
 * critical points are uncertain. The measured heat stands.
 */
const CLAPEYRON_EXCEPTIONS = [
  '1,5-pentanediol',
  '1-hexadecene',
  '2,4-xylenol',
  '2-ethoxyethanol',
  '2-methoxyethanol',
  '2-methoxyethyl acetate',
  '3-pentanol',
  '4-methyl-2-pentanol',
  'acetonitrile',
  'bis(2-chloroethyl) ether',
  'boron trifluoride',
  'cyclopentanol',
  'di-n-butylamine',
  'dichlorosilane',
  'diethylene glycol',
  'diglyme',
  'diketene',
  'furfuryl alcohol',
  'methyl hexanoate',
  'methyl laurate',
  'nitrous oxide',
  'oleic acid',
  'phosphoryl chloride',
  'propionic anhydride',
  'quinoline',
  'thionyl chloride',
  'tri-n-butylamine',
];

/** Boiling points and vapour pressures of tables that disagree by 2 % of the pressure and more. */
const BOILING_EXCEPTIONS = [
  '1,1-dichloroethane',
  '1-undecanol',
  '2-methoxyethyl acetate',
  '2-phenylethanol',
  '3-heptanone',
  'N,N-dimethylformamide',
  'R13',
  'acrylic acid',
  'bis(2-ethylhexyl) phthalate',
  'diglyme',
  'diisopropyl ketone',
  'dipropylene glycol',
  'ethyl benzoate',
  'ethyl isopropyl ether',
  'ethyl n-propyl ether',
  'hydrogen',
  'm-dichlorobenzene',
  'methacrylic acid',
  'methyl n-butyrate',
  'methyl propionate',
  'n-heptanoic acid',
  'neopentyl glycol',
  'nitrogen trifluoride',
  'phenanthrene',
  'phosphorus trichloride',
  'propylene glycol',
  'stearic acid',
  'vinylacetylene',
];

const asPercent = (value: number): string => `${(100 * value).toFixed(1)} %`;

/** Columns of the table of outliers in docs/validation.md. */
const AUDIT = ['check', 'component', 'found', 'sources', 'what is behind it, as far as can be judged'];

const NEAR_CRITICAL = 'the range ends near the critical point, where Cp diverges';
const HYDROGEN_BONDS = 'hydrogen bonds';

/** Liquid heat capacities far from the usual, each with why. */
const HEAT_EXCEPTIONS: Record<string, string> = {
  '1,5-pentanediol': HYDROGEN_BONDS,
  '2-chloroethanol': HYDROGEN_BONDS,
  'carbon dioxide': NEAR_CRITICAL,
  'deuterium oxide': HYDROGEN_BONDS,
  formamide: HYDROGEN_BONDS,
  'hydrogen bromide': NEAR_CRITICAL,
  mercury: 'a metal: estimated by corresponding states, which it does not obey',
  'nitrogen dioxide': 'the liquid is of dimers, the ideal gas counted as single molecules',
  'nitrous oxide': NEAR_CRITICAL,
  'sodium hydroxide': 'a molten salt: estimated by corresponding states, which it does not obey',
  'sulfur trioxide': 'estimated, and doubtful',
  xenon: NEAR_CRITICAL,
};

/** Real (associating or nearly ionic liquids), or tables whose critical volume is doubtful: sulfuric acid, phosphine, heavy paraffins. */
const UNUSUAL_ZC = [
  'acetic acid',
  'acetonitrile',
  'adiponitrile',
  'boron trichloride',
  'catechol',
  'ethylene carbonate',
  'ethylenediamine',
  'formaldehyde',
  'formamide',
  'formic acid',
  'hydrogen cyanide',
  'hydrogen fluoride',
  'mercury',
  'methyl bromide',
  'n-docosane',
  'n-triacontane',
  'phosphine',
  'phosphoryl chloride',
  'propylene carbonate',
  'silicon tetrafluoride',
  'sulfuric acid',
  'thionyl chloride',
  'triethanolamine',
  'trifluoroacetic acid',
];

/**
 * Consistency checks of every record, with the limits of tools/databank's recipe. Names after a check are exceptions, each with why it
 * stands: an exception that passes is one too many, and fails the test.
 */
interface Check {
  title: string;
  limit: number;
  value: (c: ComponentRecord) => number | undefined;
  except: readonly string[];
  /** Which numbers of a record disagree, and what may be behind it. */
  between: (c: ComponentRecord) => string[];
  /** One for all, or by name. */
  why: string | Record<string, string>;
  /** How the page says a value; left out: as a percentage. */
  told?: (value: number) => string;
}

const checks: Check[] = [
  {
    title: 'the vapour pressure at the normal boiling point is 1 atm',
    limit: 0.02,
    value: (c) => (c.normalBoilingPoint === null ? undefined : pressure(c, c.normalBoilingPoint.value) / ATMOSPHERE - 1),
    except: BOILING_EXCEPTIONS,
    between: (c) => [c.normalBoilingPoint?.source ?? '', c.vapourPressure.source],
    why: 'two tables: 2 % of the pressure is half a kelvin; decomposing and high boilers more',
  },
  {
    title: 'the vapour pressure at the critical temperature is the critical pressure',
    limit: 0.05,
    value: (c) => pressure(c, Math.min(c.criticalTemperature.value, c.vapourPressure.Tmax)) / c.criticalPressure.value - 1,
    except: [],
    between: (c) => [c.criticalPressure.source, c.vapourPressure.source],
    why: '',
  },
  {
    title: 'heat of vaporisation at the boiling point agrees with Clapeyron’s equation, volumes by Peng-Robinson',
    limit: 0.05,
    value: (c) => {
      const T = c.normalBoilingPoint?.value ?? Infinity;
      if (T > 0.97 * c.criticalTemperature.value || ASSOCIATING.includes(c.id)) return undefined;
      return heatAt(c, T) / clapeyron(c, T) - 1;
    },
    except: CLAPEYRON_EXCEPTIONS,
    between: (c) => [c.heatOfVaporisation.source, c.vapourPressure.source],
    why: 'measured heat against the slope of measured vapour pressures: alcohols, glycol ethers, high boilers; the measured heat stands',
  },
  {
    title: 'heat of vaporisation has gone at the critical point',
    limit: 0.03,
    value: (c) => heatAt(c, c.heatOfVaporisation.Tmax * 0.99999) / heatAt(c, 0.7 * c.criticalTemperature.value),
    except: [],
    between: (c) => [c.heatOfVaporisation.source],
    why: '',
  },
  {
    title: 'a liquid’s heat capacity is above the ideal gas’s (less than 2.3 times)',
    limit: 0.6,
    value: (c) => {
      const { Tmin, Tmax } = c.liquidHeatCapacity;
      // Away from the critical point, where it rises beyond measure.
      const T = Math.min(Math.max(298.15, Tmin), Tmax, 0.8 * c.criticalTemperature.value);
      if (T < 200) return undefined; // cryogenic liquids hold what their gas does not yet
      liquidHeatCapacity(c, out.at(T));
      const liquid = out.value;
      idealGasEnthalpy(c, out.at(T));
      return liquid / out.dT - 1.68;
    },
    // hydrogen bonds, dimers (nitrogen dioxide), a range that ends near the critical point
    except: Object.keys(HEAT_EXCEPTIONS),
    told: (v) => `${(v + 1.68).toFixed(2)} times`,
    between: (c) => [c.liquidHeatCapacity.source],
    why: HEAT_EXCEPTIONS,
  },
  {
    title: 'the critical compressibility factor is that of a real substance',
    limit: 0.06,
    value: (c) => (c.criticalPressure.value * c.criticalVolume.value) / (R * c.criticalTemperature.value) - 0.26,
    except: UNUSUAL_ZC,
    told: (v) => `Zc ${(v + 0.26).toFixed(3)}`,
    between: (c) => [c.criticalVolume.source, c.criticalPressure.source],
    why: 'real (associating or nearly ionic liquids), or a doubtful critical volume (sulfuric acid, phosphine, heavy paraffins)',
  },
  {
    title: 'transport properties and surface tension have the size of liquids and gases',
    limit: 0,
    value: (c) => ([...transportFaults(c)].length === 0 ? 0 : 1),
    except: [],
    between: () => [],
    why: '',
  },
];

/** Vapours of dimers and more: the measured heat lies far from any vapour of monomers, and is right. */
const ASSOCIATING = [
  '7664-39-3',
  '64-18-6',
  '64-19-7',
  '79-09-4',
  '79-10-7',
  '107-92-6',
  '79-31-2',
  '79-41-4',
  '109-52-4',
  '142-62-1',
  '503-74-2',
  '75-98-9',
  '76-05-1',
  '79-11-8',
];

function pressure(c: ComponentRecord, T: number): number {
  lnVapourPressure(c, out.at(T));
  return Math.exp(out.value);
}

function heatAt(c: ComponentRecord, T: number): number {
  heatOfVaporisation(c, out.at(T));
  return out.value;
}

/** T (dP/dT) (V_vapour − V_liquid), J/mol. */
function clapeyron(c: ComponentRecord, T: number): number {
  lnVapourPressure(c, out.at(T));
  const [slope, P] = [out.dT, Math.exp(out.value)];
  const Z = (phase: 'liquid' | 'vapour') => compressibility(c, T, P, phase);
  return slope * R * T * T * (Z('vapour') - Z('liquid'));
}

const BOUNDS: [keyof ComponentRecord, number, number][] = [
  ['liquidViscosity', 5e-6, 1e4],
  ['gasViscosity', 1e-7, 2e-4],
  ['liquidConductivity', 1e-3, 15],
  ['gasConductivity', 1e-4, 2],
  ['surfaceTension', -1e-6, 0.6],
];

function* transportFaults(c: ComponentRecord): Generator<string> {
  for (const [property, low, high] of BOUNDS) {
    const k = c[property] as Correlation | null; // the keys of BOUNDS are correlations
    if (k === null) continue;
    for (let share = 0; share <= 1; share += 0.125) {
      correlate(k, out.at(k.Tmin + share * (k.Tmax - k.Tmin)));
      if (!(out.value > low && out.value < high)) yield property;
    }
  }
}

describe('every record', () => {
  test.each(checks)('$title', ({ title, limit, value, except, between, why, told = asPercent }) => {
    const off = components.filter((c) => {
      const v = value(c);
      return v !== undefined && !(Math.abs(v) <= limit);
    });
    for (const c of off) {
      const keys = [...new Set(between(c))].join(' against ');
      const because = typeof why === 'string' ? why : (why[c.name] ?? '');
      reported('The databank against itself: what is off, and why it stands', AUDIT, [
        title,
        c.name,
        told(value(c) ?? 0),
        keys,
        because,
      ]);
    }
    expect(off.map((c) => c.name).sort()).toEqual([...except].sort());
  });
  test('vapour pressure rises from 0.42 Tc to Tc, density falls', () => {
    for (const c of components) {
      let [before, volume] = [-Infinity, 0];
      for (let share = 0.42; share < 0.999; share += 0.02) {
        const T = share * c.criticalTemperature.value;
        lnVapourPressure(c, out.at(T));
        expect(out.value, c.name).toBeGreaterThan(before);
        before = out.value;
        liquidVolume(c, out.at(T));
        expect(out.value, c.name).toBeGreaterThanOrEqual(volume);
        volume = out.value;
      }
    }
  });
});

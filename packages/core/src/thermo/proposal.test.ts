/** What is proposed for a mixture, over the whole databank: nothing unlike is silently ideal, gases dissolve, heats of mixing have a basis. */
import { describe, expect, test } from 'vitest';
import { binaryAzeotropes } from '../equilibrium/index.ts';
import { ValueSlope } from '../properties/index.ts';
import { components, databankParts, databankRecord, henryPairs, published, solvedValue } from '../testing/index.ts';
import {
  buildModel,
  explainProposal,
  henrySolutes,
  lnHenry,
  PhaseProperties,
  proposedMixture,
  proposeModel,
  USUAL_OPTIONS,
} from './index.ts';

const WATER = '7732-18-5';
const partsOf = (...names: string[]) => databankParts(names.map((name) => databankRecord(name).id));

describe('water with every component of the databank', () => {
  test('is never proposed as an ideal solution of two liquids, but for heavy water', () => {
    const ideal = components
      .filter(({ id }) => id !== WATER)
      .flatMap(({ id, name }) => {
        const parts = databankParts([id, WATER]);
        const { model, options } = proposeModel(parts);
        const isDissolved = henrySolutes({ ...parts, options }).includes(id);
        return model === 'ideal' && !isDissolved ? [name] : [];
      });
    expect(ideal).toEqual(['deuterium oxide']);
  });

  test('what nothing is known of is an open pair, with a sentence that asks for data', () => {
    for (const name of ['hydrazine', 'furfuryl alcohol', 'R152a']) {
      const parts = partsOf(name, 'water');
      const proposal = proposeModel(parts);
      expect(proposal.reasons.map(({ code }) => code)).toContain('no-basis');
      const built = buildModel({ ...parts, model: proposal.model, options: proposal.options });
      expect(built).toMatchObject({ state: 'open', points: [{ code: 'pair-missing' }] });
      expect(proposal.reasons.map(explainProposal).join(' ')).toContain(name);
    }
  });

  test('a published mutual solubility stands for the pair and is marked so', () => {
    const parts = partsOf('trichloroethylene', 'water');
    const { model, options } = proposeModel(parts);
    expect(model).toBe('nrtl');
    expect(parts.nrtlPairs[0]).toMatchObject({ how: 'solubility' });
    // The two liquids boil together well below either (73 °C: Horsley, Azeotropic Data III (1973)).
    const built = solvedValue(buildModel({ ...parts, model, options }));
    const [azeotrope] = solvedValue(binaryAzeotropes(built, 101325));
    expect(azeotrope.liquids).toBeDefined();
    expect(Math.abs(azeotrope.T - (273.15 + 73.1))).toBeLessThan(0.7);
  });
});

describe('gases in water', () => {
  const H = (name: string, T: number): number => {
    const pair = henryPairs.find(({ components: [i, j] }) => i === databankRecord(name).id && j === WATER);
    if (pair === undefined) throw new Error(`no constant of ${name}`);
    const out = new ValueSlope();
    lnHenry(pair, databankRecord('water'), out.at(T));
    return Math.exp(out.value);
  };

  test.each(['ammonia', 'hydrogen sulfide', 'sulfur dioxide', 'chlorine', 'carbonyl sulfide', 'carbon dioxide', 'methyl chloride'])(
    '%s dissolves by Henry’s law',
    (name) => {
      const mixture = proposedMixture(partsOf(name, 'water'));
      expect(henrySolutes(mixture)).toEqual([databankRecord(name).id]);
      expect(mixture.options.henry).toBe('by-data');
      const model = solvedValue(buildModel(mixture));
      const liquid = new PhaseProperties(2);
      model.evaluate('liquid', Float64Array.of(1e-6, 1 - 1e-6), liquid.at(298.15, 1e5), 'fugacity');
      expect(Math.exp(liquid.lnPhi[0]) * 1e5).toBeCloseTo(H(name, 298.15), -2);
    },
  );

  test('constants of the handbooks at 25 °C and of Edwards and others at 100 °C', () => {
    const source = 'Edwards, Maurer, Newman & Prausnitz, AIChE J. 24 (1978) 966, beside compiled constants at 25 °C';
    const molal = (name: string, T: number): number => H(name, T) / 101325 / 55.508; // atm kg/mol
    published(source, 'NH₃ in water at 25 °C, atm kg/mol', molal('ammonia', 298.15), 0.0165, 0.0002);
    published(source, 'SO₂ in water at 25 °C, atm kg/mol', molal('sulfur dioxide', 298.15), 0.81, 0.005);
    // By its own equation, in other order: ln H = −157.552/T + 28.1001 ln T − 0.049227 T − 149.006.
    const T = 373.15;
    const lnH = -157.552 / T + 28.1001 * Math.log(T) - 0.049227 * T - 149.006;
    expect(molal('ammonia', T)).toBeCloseTo(Math.exp(lnH), 6);
  });

  test('a constant used outside the range of its data is told', () => {
    const model = solvedValue(buildModel(proposedMixture(partsOf('chlorine', 'water'))));
    const told = model.outsideRange(397).map(({ name, property }) => `${name}: ${property}`);
    expect(told).toContain('chlorine: Henry’s constant in water');
    expect(model.outsideRange(300).filter(({ property }) => property.startsWith('Henry'))).toEqual([]);
  });

  test('a gas beside a second liquid without a constant goes by groups, not by the constant in water', () => {
    expect(henrySolutes(proposedMixture(partsOf('n-butane', 'water', '1-butanol')))).toEqual([]);
  });

  test.each([
    [['ammonia', 'water'], false],
    [['ammonia', 'carbon dioxide', 'water'], true],
    [['sulfur dioxide', 'water'], true],
    [['carbon dioxide', 'monoethanolamine', 'water'], true],
    [['acetic acid', 'triethylamine', 'water'], true],
  ])('%s: ions are told', (names, isReaction) => {
    expect(proposeModel(partsOf(...names)).reasons).toContainEqual(expect.objectContaining({ code: 'ions-in-water', isReaction }));
  });

  test.each([[['acetic acid', 'water']], [['carbon dioxide', 'ethane']], [['ethanol', 'water']]])(
    '%s: nothing to tell of ions',
    (names) => {
      expect(proposeModel(partsOf(...names)).reasons.map(({ code }) => code)).not.toContain('ions-in-water');
    },
  );
});

describe('heats', () => {
  test.each([
    ['methanol', 298.15, 81.2],
    ['acetone', 298.15, 125.5],
    ['isobutane', 260, 129.9],
    ['ammonia', 240, 75.6],
  ])('the heat capacity of liquid %s at %d K is that of the handbooks by the proposed route', (name, T, Cp) => {
    // CRC Handbook, 95th ed. (2014), section 5 (methanol, acetone); NIST-TRC saturated liquids (isobutane, ammonia), from memory: 3 %.
    const mixture = proposedMixture(partsOf(name, name === 'isobutane' ? 'acetone' : '1-hexanol'));
    const model = solvedValue(buildModel({ ...mixture, model: 'ideal', options: { ...mixture.options, henry: [] } }));
    const liquid = new PhaseProperties(2);
    model.evaluate('liquid', Float64Array.of(1, 0), liquid.at(T, 1e5), 'all');
    expect(Math.abs(liquid.dEnthalpyDT / Cp - 1)).toBeLessThan(0.03);
  });

  test('parameters from one pressure give no heat of mixing; modified UNIFAC does', () => {
    const parameters = proposeModel(partsOf('methanol', 'water'));
    expect(parameters.options.heatOfMixing).toBe('none');
    expect(parameters.reasons.map(({ code }) => code)).toContain('heat-of-mixing-left-out');
    expect(proposeModel(partsOf('ethanol', 'n-hexane', '1-octanol')).options.heatOfMixing).toBeUndefined();
    const mixed = (heatOfMixing: 'none' | 'by-model'): number => {
      const parts = partsOf('methanol', 'water');
      const model = solvedValue(buildModel({ ...parts, model: 'nrtl', options: { ...parameters.options, heatOfMixing } }));
      const liquid = new PhaseProperties(2);
      const h = (x: number): number => {
        model.evaluate('liquid', Float64Array.of(x, 1 - x), liquid.at(298.15, 1e5), 'all');
        return liquid.enthalpy;
      };
      return h(0.3) - 0.3 * h(1) - 0.7 * h(0);
    };
    expect(Math.abs(mixed('none'))).toBeLessThan(1e-6);
    expect(mixed('by-model')).not.toBeCloseTo(0, 0);
  });

  test('heat of solution of a gas stays: ammonia into water gives some 30 kJ/mol off', () => {
    const model = solvedValue(buildModel(proposedMixture(partsOf('ammonia', 'water'))));
    const [liquid, vapour] = [new PhaseProperties(2), new PhaseProperties(2)];
    model.evaluate('liquid', Float64Array.of(1e-6, 1 - 1e-6), liquid.at(298.15, 1e5), 'all');
    model.evaluate('vapour', Float64Array.of(1, 0), vapour.at(298.15, 1e5), 'all');
    // Wagman et al., NBS Tables (1982): NH₃(aq) −80.29, NH₃(g) −46.11 kJ/mol.
    expect((liquid.dEnthalpyDN[0] - vapour.enthalpy) / 1e3).toBeGreaterThan(-39);
    expect((liquid.dEnthalpyDN[0] - vapour.enthalpy) / 1e3).toBeLessThan(-30);
  });
});

describe('equations of state', () => {
  test('α fitted to vapour pressures is proposed', () => {
    expect(proposeModel(partsOf('benzene', 'toluene')).options.alpha).toBe('twu');
  });

  test.each([
    ['propylene carbonate', 298.15, 1200],
    ['n-decane', 298.15, 726.6],
    ['benzene', 298.15, 873.6],
    ['1-butanol', 298.15, 805.7],
  ])('the liquid of %s has the density of the handbooks by Peng-Robinson', (name, T, density) => {
    // CRC Handbook, 95th ed. (2014), section 3: 25 °C.
    for (const alpha of ['acentric', 'twu'] as const) {
      const parts = partsOf(name, 'n-heptane');
      const mixture = {
        ...parts,
        model: 'peng-robinson' as const,
        options: { ...USUAL_OPTIONS, volumes: 'of-densities' as const, alpha },
      };
      const model = solvedValue(buildModel(mixture));
      const liquid = new PhaseProperties(2);
      model.evaluate('liquid', Float64Array.of(1, 0), liquid.at(T, 1e5), 'all');
      expect(Math.abs(model.molarMass[0] / liquid.volume / density - 1), alpha).toBeLessThan(0.04);
    }
  });
});

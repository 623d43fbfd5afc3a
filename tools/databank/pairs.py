"""Pair parameters from the tables beside this script; where a pair has two rows the first is preferred."""

import math

from scipy.optimize import fsolve

from forms import R
from sources import rows_beside

ATMOSPHERE = 101325.0  # Pa
MOLES_OF_WATER = 55.508  # mol/kg
R_OF_SOURCE = 1.98720  # cal/(mol K), the constant that Wilson's parameters were published with


def pair_of(row, **numbers):
    origin = {'source': row['source'], 'confidence': row['confidence']}
    return {'components': [row['cas_1'], row['cas_2']], **numbers, **origin}


def nrtl(row):
    """tau_ij = b_ij / T, G_ij = exp(-alpha tau_ij), b in K."""
    return pair_of(row, a=[0, 0], b=[float(row['b12_K']), float(row['b21_K'])], alpha=float(row['alpha']))


def wilson(row):
    """Lambda_ij = (V_j / V_i) exp(-a_ij / RT), a in J/mol, V in m3/mol; a scaled so that a/R stays the published one."""
    a = [round(float(row[k]) / R_OF_SOURCE * R, 4) for k in ('a12_cal_per_mol', 'a21_cal_per_mol')]
    volumes = [round(float(row[k]) * 1e-6, 12) for k in ('V1_cm3_per_mol', 'V2_cm3_per_mol')]
    return pair_of(row, a=a, V=volumes)


def uniquac(row):
    """tau_ij = exp(-a_ij / T), a in K; r and q belong to the parameters."""
    numbers = {'a': ('a12_K', 'a21_K'), 'r': ('r1', 'r2'), 'q': ('q1', 'q2')}
    return pair_of(row, **{key: [float(row[k]) for k in columns] for key, columns in numbers.items()})


def interaction(equation):
    """k_ij of a cubic equation of state."""
    return lambda row: pair_of(row, equation=equation, k0=float(row['kij']), k1=0)


def henry(row):
    """
    H = lim f/x of a gas, Pa, at the solvent's vapour pressure. Form 'iapws': ln(H/p1) = A/Tr + B (1 - Tr)^0.355 / Tr +
    C exp(1 - Tr) Tr^-0.41 with p1 water's vapour pressure; form 'inverse': ln H = A + B/T, B 0 where one temperature is known;
    form 'logarithmic': ln H = A + B/T + C ln T + D T, from a molal constant of water in atm kg/mol.
    """
    if row['form'] == 'iapws':
        form, c = 'iapws', [float(row[k]) for k in ('A', 'B', 'C')]
    elif row['form'].startswith('ln H[atm kg/mol]'):
        by_inverse, by_logarithm, by_temperature, constant = (float(row[k]) for k in 'ABCD')
        form, c = 'logarithmic', [round(constant + math.log(ATMOSPHERE * MOLES_OF_WATER), 6), by_inverse, by_logarithm, by_temperature]
    elif row['form'].startswith('const'):
        form, c = 'inverse', [round(math.log(float(row['H_298K_bar']) * 1e5), 6), 0.0]
    else:
        form, c = 'inverse', [float(row[k]) for k in ('A', 'B')]
    origin = {'source': row['source'], 'confidence': row['confidence']}
    pair = {'components': [row['solute_cas'], row['solvent_cas']], 'form': form, 'c': c}
    return {**pair, 'Tmin': float(row['Tmin_K']), 'Tmax': float(row['Tmax_K']), **origin}


WATER = '7732-18-5'
RIDDICK = "regressed here to water's solubility at 25 C (Riddick, Bunger & Sakano, Organic Solvents, 4th ed., 1986)"
# Water in the hydrocarbon liquid, by family: the solubility of hydrocarbons in water wants other values and is not meant.
WATER_IN = {
    'n-alkane': (0.48, 'Peng & Robinson, Can. J. Chem. Eng. 54 (1976) 595: water with paraffins, hydrocarbon liquid', 'from memory'),
    'branched alkane': (0.48, 'Peng & Robinson, Can. J. Chem. Eng. 54 (1976) 595: as the normal paraffins', 'by analogy'),
    'naphthene': (0.46, f'{RIDDICK} in cyclohexane', 'by analogy'),
    'aromatic': (0.30, f'{RIDDICK} in benzene (0.281) and toluene (0.323): between', 'by analogy'),
}
WATER_WITH = {
    '110-54-3': (0.448, f'{RIDDICK} in n-hexane', 'one temperature'),
    '110-82-7': (0.461, f'{RIDDICK} in cyclohexane', 'one temperature'),
    '71-43-2': (0.281, f'{RIDDICK} in benzene', 'one temperature'),
    '108-88-3': (0.323, f'{RIDDICK} in toluene', 'one temperature'),
}


def water_with_hydrocarbons(families):
    """k_ij of Peng-Robinson for water with each hydrocarbon of these families; families by CAS."""
    found = []
    for cas, family in families.items():
        value = WATER_WITH.get(cas) or WATER_IN.get(family)
        if value is not None:
            k, source, confidence = value
            found.append({'components': [cas, WATER], 'equation': 'peng-robinson', 'k0': k, 'k1': 0, 'source': source, 'confidence': confidence})
    return found


def from_solubilities(row):
    """
    NRTL with alpha 0.2 from what two liquids dissolve of one another at one temperature, tau = b/T: equal activities of both components in both
    liquids. How far b/T holds away from that temperature is not known.
    """
    T, w1, w2 = float(row['T_K']), float(row['first_in_second_wt_percent']) / 100, float(row['second_in_first_wt_percent']) / 100
    m1, m2 = float(row['M1_g_per_mol']), float(row['M2_g_per_mol'])
    poor = (w1 / m1) / (w1 / m1 + (1 - w1) / m2)  # x1 in the liquid of component 2
    rich = ((1 - w2) / m1) / ((1 - w2) / m1 + w2 / m2)  # x1 in the liquid of component 1
    start = [-math.log(poor) - 0.5, -math.log(1 - rich) - 0.5]
    tau = fsolve(lambda t: activity_gap(t, poor, rich), start, xtol=1e-13)
    if max(abs(g) for g in activity_gap(tau, poor, rich)) > 1e-9:
        raise SystemExit(f'{row["cas_1"]} and {row["cas_2"]}: no NRTL pair has these solubilities')
    b = [round(float(t) * T, 3) for t in tau]
    source = f'solved here from the mutual solubility at {T - 273.15:.0f} °C of {row["source"]}'
    return {**pair_of({**row, 'source': source}, a=[0, 0], b=b, alpha=SOLUBILITY_ALPHA), 'Tmin': T, 'Tmax': T, 'how': 'solubility'}


SOLUBILITY_ALPHA = 0.2


def activity_gap(tau, poor, rich):
    """ln a of both components in one liquid less that in the other."""
    (a1, a2), (b1, b2) = (ln_activities(tau, x) for x in (poor, rich))
    return [a1 - b1, a2 - b2]


def ln_activities(tau, x1):
    t12, t21 = tau
    x2 = 1 - x1
    g12, g21 = math.exp(-SOLUBILITY_ALPHA * t12), math.exp(-SOLUBILITY_ALPHA * t21)
    d1, d2 = x1 + x2 * g21, x2 + x1 * g12
    ln_g1 = x2 * x2 * (t21 * (g21 / d1) ** 2 + t12 * g12 / d2**2)
    ln_g2 = x1 * x1 * (t12 * (g12 / d2) ** 2 + t21 * g21 / d1**2)
    return math.log(x1) + ln_g1, math.log(x2) + ln_g2


def first_of_each(rows, known, to_pair):
    """One pair for each two components, in the order of the table."""
    found = {}
    for row in rows:
        pair = to_pair(row)
        if all(c in known for c in pair['components']):
            found.setdefault(frozenset(pair['components']), pair)
    return list(found.values())


def all_pairs(families):
    """Every pair of known components, by what it is for; their families by CAS."""
    known = set(families)
    return {
        'nrtl': [
            *first_of_each(rows_beside('nrtl-pairs.csv'), known, nrtl),
            *first_of_each(rows_beside('mutual-solubilities.csv'), known, from_solubilities),
        ],
        'wilson': first_of_each(rows_beside('wilson-pairs.csv'), known, wilson),
        'uniquac': first_of_each(rows_beside('uniquac-pairs.csv'), known, uniquac),
        'interactions': [
            *first_of_each(rows_beside('kij-pr.csv'), known, interaction('peng-robinson')),
            *water_with_hydrocarbons(families),
            *first_of_each(rows_beside('kij-srk.csv'), known, interaction('srk')),
        ],
        'henry': [h for h in map(henry, rows_beside('henry.csv')) if all(c in known for c in h['components'])],
    }

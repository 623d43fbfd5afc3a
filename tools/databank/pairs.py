"""Pair parameters from the tables beside this script; where a pair has two rows the first is preferred."""

import math

from forms import R
from sources import rows_beside

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
    C exp(1 - Tr) Tr^-0.41 with p1 water's vapour pressure; form 'inverse': ln H = A + B/T, B 0 where one temperature is known.
    """
    if row['form'] == 'iapws':
        form, c = 'iapws', [float(row[k]) for k in ('A', 'B', 'C')]
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
        'nrtl': first_of_each(rows_beside('nrtl-pairs.csv'), known, nrtl),
        'wilson': first_of_each(rows_beside('wilson-pairs.csv'), known, wilson),
        'uniquac': first_of_each(rows_beside('uniquac-pairs.csv'), known, uniquac),
        'interactions': [
            *first_of_each(rows_beside('kij-pr.csv'), known, interaction('peng-robinson')),
            *water_with_hydrocarbons(families),
            *first_of_each(rows_beside('kij-srk.csv'), known, interaction('srk')),
        ],
        'henry': [h for h in map(henry, rows_beside('henry.csv')) if all(c in known for c in h['components'])],
    }

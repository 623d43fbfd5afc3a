"""Builds records.json and pairs.json in packages/core/src/databank, the seed of the databank.

Run:  python3 -m venv .venv && .venv/bin/pip install -r tools/databank/requirements.txt
      .venv/bin/python tools/databank/seed.py

Published handbook tables are opened by path from the `chemicals` package (MIT licence, Caleb Bell), never through
its look-up functions, which choose a source silently. Every number keeps the key of the table it was read from;
SOURCES says what each key is. The output is sorted and has no dates: the same bytes on every run.
"""

import csv
import json
import math
import os

import chemicals

FOLDER = os.path.dirname(chemicals.__file__)
HERE = os.path.dirname(os.path.abspath(__file__))
TARGET = os.path.join(HERE, '..', '..', 'packages', 'core', 'src', 'databank')

R = 8.314462618  # J/(mol K)

# Standard atomic weights, IUPAC 2013 (Meija et al., Pure Appl. Chem. 88 (2016) 265), g/mol.
ATOMS = {'C': 12.011, 'H': 1.008, 'O': 15.999, 'N': 14.007, 'Cl': 35.45}

COMPONENTS = [  # CAS, name, other names, formula
    ('67-64-1', 'acetone', ['propanone', '2-propanone'], {'C': 3, 'H': 6, 'O': 1}),
    ('7732-18-5', 'water', [], {'H': 2, 'O': 1}),
    ('67-56-1', 'methanol', ['methyl alcohol'], {'C': 1, 'H': 4, 'O': 1}),
    ('64-17-5', 'ethanol', ['ethyl alcohol'], {'C': 2, 'H': 6, 'O': 1}),
    ('71-23-8', '1-propanol', ['n-propanol'], {'C': 3, 'H': 8, 'O': 1}),
    ('67-63-0', '2-propanol', ['isopropanol', 'isopropyl alcohol'], {'C': 3, 'H': 8, 'O': 1}),
    ('71-36-3', '1-butanol', ['n-butanol'], {'C': 4, 'H': 10, 'O': 1}),
    ('75-52-5', 'nitromethane', [], {'C': 1, 'H': 3, 'N': 1, 'O': 2}),
    ('71-43-2', 'benzene', [], {'C': 6, 'H': 6}),
    ('108-88-3', 'toluene', ['methylbenzene'], {'C': 7, 'H': 8}),
    ('100-41-4', 'ethylbenzene', [], {'C': 8, 'H': 10}),
    ('109-66-0', 'n-pentane', ['pentane'], {'C': 5, 'H': 12}),
    ('110-54-3', 'n-hexane', ['hexane'], {'C': 6, 'H': 14}),
    ('142-82-5', 'n-heptane', ['heptane'], {'C': 7, 'H': 16}),
    ('111-65-9', 'n-octane', ['octane'], {'C': 8, 'H': 18}),
    ('110-82-7', 'cyclohexane', [], {'C': 6, 'H': 12}),
    ('141-78-6', 'ethyl acetate', ['ethyl ethanoate'], {'C': 4, 'H': 8, 'O': 2}),
    ('79-20-9', 'methyl acetate', ['methyl ethanoate'], {'C': 3, 'H': 6, 'O': 2}),
    ('78-93-3', '2-butanone', ['methyl ethyl ketone', 'MEK'], {'C': 4, 'H': 8, 'O': 1}),
    ('67-66-3', 'chloroform', ['trichloromethane'], {'C': 1, 'H': 1, 'Cl': 3}),
]

SOURCES = {
    'ATW': 'IUPAC standard atomic weights 2013: Meija et al., Pure Appl. Chem. 88 (2016) 265',
    'IAPWS': 'IAPWS Release on the Critical Properties of Water (R2-83, 1992)',
    'CRCc': 'CRC Handbook of Chemistry and Physics, 95th ed. (2014), critical constants of organic compounds',
    'CRCO': 'CRC Handbook of Chemistry and Physics, 95th ed. (2014), physical constants',
    'CRCs': 'CRC Handbook of Chemistry and Physics, 95th ed. (2014), standard thermodynamic properties',
    'ATG': 'Ruscic & Bross, Active Thermochemical Tables 1.112',
    'P28': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-8",
    'P153': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-153",
    'P105': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-32",
    'VDIh': 'VDI Heat Atlas, 2nd ed. (2010), section D3.1, enthalpies of vaporisation',
    'VDId': 'VDI Heat Atlas, 2nd ed. (2010), section D3.1, densities of saturated liquids',
    'POLc': 'Poling, Prausnitz & O’Connell, The Properties of Gases and Liquids, 5th ed. (2001), Appendix A, section C',
    'OWN': "from the record's own vapour pressure at 0.7 Tc (definition of Pitzer 1955)",
}

PATHS = {
    'CRCc': 'Critical Properties/CRCCriticalOrganics.tsv',
    'CRCO': 'Misc/Physical Constants of Organic Compounds.csv',
    'CRCI': 'Misc/Physical Constants of Inorganic Compounds.csv',
    'CRCs': 'Heat Capacity/CRC Standard Thermodynamic Properties of Chemical Substances.tsv',
    'ATG': 'Reactions/ATcT 1.112 (g).tsv',
    'P28': 'Vapor Pressure/Table 2-8 Vapor Pressure of Inorganic and Organic Liquids.tsv',
    'P153': 'Heat Capacity/Perry_Table_2-153_DIPPR_100.tsv',
    'P153b': 'Heat Capacity/Perry_Table_2-153_DIPPR_114.tsv',
    'P105': 'Density/Perry Parameters 105.tsv',
    'VDIh': 'Phase Change/VDI PPDS Enthalpies of vaporization.tsv',
    'VDId': 'Density/VDI PPDS Density of Saturated Liquids.tsv',
    'POLc': 'Heat Capacity/PolingDatabank.tsv',
}


def read_table(path):
    """Rows of a tab-separated table by CAS number; an empty cell is None."""
    with open(os.path.join(FOLDER, path), encoding='utf-8') as file:
        lines = [line.rstrip('\n').split('\t') for line in file if line.strip()]
    head, rows = lines[0], lines[1:]
    return {row[0]: {key: cell.strip() or None for key, cell in zip(head, row)} for row in rows}


TABLES = {key: read_table(path) for key, path in PATHS.items()}


def number(key, cas, column):
    row = TABLES[key].get(cas)
    return None if row is None or row.get(column) is None else float(row[column])


def single(value, source):
    return {'value': value, 'source': source}


def correlation(form, c, t_min, t_max, source):
    return {'form': form, 'c': [float(f'{x:.12g}') for x in c], 'Tmin': t_min, 'Tmax': t_max, 'source': source}


def columns(key, cas, names):
    return [number(key, cas, name) for name in names]


def first(cas, choices):
    """The first table of `choices` [(key, column, factor)] that holds a value."""
    for key, column, factor in choices:
        value = number(key, cas, column)
        if value is not None:
            return single(round(value * factor, 12), 'CRCO' if key == 'CRCI' else key)
    raise LookupError(f'{cas}: none of {choices}')


def vapour_pressure(cas):
    """Form 101, Pa."""
    return correlation('101', columns('P28', cas, ['C1', 'C2', 'C3', 'C4', 'C5']), *columns('P28', cas, ['Tmin', 'Tmax']), 'P28')


def heat_of_vaporisation(cas):
    """VDI form, J/mol."""
    tc, *c = columns('VDIh', cas, ['Tc', 'A', 'B', 'C', 'D', 'E'])
    return correlation('vdi-hvap', [tc, *c], number('P28', cas, 'Tmin'), tc, 'VDIh')


def ideal_gas_heat_capacity(cas):
    """Form 100, J/(mol K), from Cp/R = a0 + a1 T + ... + a4 T^4."""
    c = [R * a for a in columns('POLc', cas, ['a0', 'a1', 'a2', 'a3', 'a4'])]
    return correlation('100', c, *columns('POLc', cas, ['Tmin', 'Tmax']), 'POLc')


def liquid_heat_capacity(cas, tc):
    """Form 100 or 114, J/(mol K); the table prints J/(kmol K)."""
    if cas in TABLES['P153']:
        c = [x / 1000 for x in columns('P153', cas, ['A', 'B', 'C', 'D', 'E'])]
        return correlation('100', c, *columns('P153', cas, ['Tmin', 'Tmax']), 'P153')
    a, b, c, d = columns('P153b', cas, ['A', 'B', 'C', 'D'])
    # Form 114 holds A^2/t: the factor 1/1000 goes under the roots of A (twice), C and D in the same way.
    s = math.sqrt(1000)
    return correlation('114', [tc, a / s, b / 1000, c / s, d / s], *columns('P153b', cas, ['Tmin', 'Tmax']), 'P153')


def liquid_density(cas):
    """Form 105 (mol/m3), or the VDI form 116 for water, kg/m3 turned into mol/m3."""
    if cas in TABLES['P105']:
        return correlation('105', columns('P105', cas, ['C1', 'C2', 'C3', 'C4']), *columns('P105', cas, ['Tmin', 'Tmax']), 'P105')
    tc, rhoc, *c = columns('VDId', cas, ['Tc', 'rhoc', 'A', 'B', 'C', 'D'])
    per_mol = 1000 / number('VDId', cas, 'MW')
    return correlation('116', [tc, *[x * per_mol for x in [rhoc, *c]]], number('P28', cas, 'Tmin'), tc, 'VDId')


def pressure_101(c, t):
    return math.exp(c[0] + c[1] / t + c[2] * math.log(t) + c[3] * t ** c[4])


def record(cas, name, synonyms, formula):
    water = cas == '7732-18-5'
    tc = single(647.096, 'IAPWS') if water else first(cas, [('CRCc', 'Tc', 1)])
    pc = single(22.064e6, 'IAPWS') if water else first(cas, [('CRCc', 'Pc', 1)])
    psat = vapour_pressure(cas)
    omega = -math.log10(pressure_101(psat['c'], 0.7 * tc['value']) / pc['value']) - 1
    return {
        'id': cas,
        'name': name,
        'synonyms': synonyms,
        'formula': ''.join(a + (str(n) if n > 1 else '') for a, n in formula.items()),
        'molarMass': single(round(sum(ATOMS[a] * n for a, n in formula.items()) / 1000, 9), 'ATW'),
        'criticalTemperature': tc,
        'criticalPressure': pc,
        'criticalVolume': single(55.9e-6, 'IAPWS') if water else first(cas, [('CRCc', 'Vc', 1)]),
        'acentricFactor': single(round(omega, 4), 'OWN'),
        'normalBoilingPoint': first(cas, [('CRCO', 'Tb', 1), ('CRCI', 'Tb', 1)]),
        'enthalpyOfFormation': first(cas, [('ATG', 'Hfg', 1), ('CRCs', 'Hfg', 1)]),
        'vapourPressure': psat,
        'heatOfVaporisation': heat_of_vaporisation(cas),
        'idealGasHeatCapacity': ideal_gas_heat_capacity(cas),
        'liquidHeatCapacity': liquid_heat_capacity(cas, tc['value']),
        'liquidDensity': liquid_density(cas),
    }


def rows(name):
    with open(os.path.join(HERE, name), encoding='utf-8', newline='') as file:
        return list(csv.DictReader(file))


def pair_of(row, **numbers):
    origin = {'source': row['source'], 'confidence': row['confidence']}
    return {'components': [row['cas_1'], row['cas_2']], **numbers, **origin}


def nrtl_pair(row):
    """tau_ij = b_ij / T, G_ij = exp(-alpha tau_ij), b in K."""
    return pair_of(row, a=[0, 0], b=[float(row['b12_K']), float(row['b21_K'])], alpha=float(row['alpha']))


R_OF_SOURCE = 1.98720  # cal/(mol K), the constant that the parameters were published with


def wilson_pair(row):
    """Lambda_ij = (V_j / V_i) exp(-a_ij / RT), a in J/mol, V in m3/mol; a scaled so that a/R stays the published one."""
    a = [round(float(row[k]) / R_OF_SOURCE * R, 4) for k in ('a12_cal_per_mol', 'a21_cal_per_mol')]
    volumes = [round(float(row[k]) * 1e-6, 12) for k in ('V1_cm3_per_mol', 'V2_cm3_per_mol')]
    return pair_of(row, a=a, V=volumes)


def uniquac_pair(row):
    """tau_ij = exp(-a_ij / T), a in K; r and q belong to the parameters."""
    numbers = {'a': ('a12_K', 'a21_K'), 'r': ('r1', 'r2'), 'q': ('q1', 'q2')}
    return pair_of(row, **{key: [float(row[k]) for k in columns] for key, columns in numbers.items()})


def interaction(equation):
    """k_ij of a cubic equation of state."""
    return lambda row: pair_of(row, equation=equation, k0=float(row['kij']), k1=0)


def write(name, document):
    with open(os.path.join(TARGET, name), 'w', encoding='utf-8') as file:
        json.dump(document, file, ensure_ascii=False, indent=1)
        file.write('\n')


def main():
    records = [record(*component) for component in COMPONENTS]
    used = sorted({v['source'] for r in records for v in r.values() if isinstance(v, dict)})
    write('records.json', {'sources': {key: SOURCES[key] for key in used}, 'records': records})
    pairs = {
        'nrtl': [nrtl_pair(row) for row in rows('nrtl-pairs.csv')],
        'wilson': [wilson_pair(row) for row in rows('wilson-pairs.csv')],
        'uniquac': [uniquac_pair(row) for row in rows('uniquac-pairs.csv')],
        'interactions': [
            *map(interaction('peng-robinson'), rows('kij-pr.csv')),
            *map(interaction('srk'), rows('kij-srk.csv')),
        ],
    }
    write('pairs.json', pairs)
    print(f'{len(records)} components, {sum(map(len, pairs.values()))} pairs')


if __name__ == '__main__':
    main()

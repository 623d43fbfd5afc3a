"""Builds the databank of packages/core: index.json, records.json, pairs.json and groups.json in src/databank/data.

Run:  python3 -m venv .venv && .venv/bin/pip install -r tools/databank/requirements.txt
      .venv/bin/python tools/databank/build.py

Every number keeps the key of the table it was read from; sources.py says what each key is, overrides.csv what was wrong in
the tables. The output is sorted by CAS number and has no dates: the same bytes on every run.
"""

import json
import os

from rdkit import Chem, RDLogger
from rdkit.Chem.rdMolDescriptors import CalcMolFormula

import comparison
import groups
import pairs
from comparison import keep
from constants import (
    ATOMS,
    acentric_table,
    boiling_point,
    composition,
    critical,
    diffusion_volume,
    dipole,
    formation,
    gibbs_of_formation,
    melting_point,
    single,
)
from correlations import (
    gas_table,
    heat_of_vaporisation,
    ideal_gas_heat_capacity,
    liquid_conductivity,
    liquid_density,
    liquid_heat_capacity,
    liquid_viscosity,
    surface_tension,
)
from reference_equations import Reference, fitted, source_of
from sources import HERE, SOURCES, rows_beside, read_json
from vapour_pressure import acentric_factor, choose, estimated, tables_of

TARGET = os.path.join(HERE, '..', '..', 'packages', 'core', 'src', 'databank', 'data')
NO_AMBROSE_WALTON = ('glycol', 'glycol ether', 'amine', 'alkanolamine', 'acid/anhydride', 'alcohol', 'phenol')

SYNONYMS = {row['cas']: [s.strip() for s in row['synonyms'].split(';') if s.strip()] for row in rows_beside('synonyms.csv')}
GROUPS = groups.assigned()
TWU = {'peng-robinson': ('TWUPR', 'TwuPR', read_json('TWUPR')['data']), 'srk': ('TWUSRK', 'TwuSRK', read_json('TWUSRK')['data'])}


def check_cas(cas):
    digits = cas.replace('-', '')
    if sum(int(d) * (k + 1) for k, d in enumerate(reversed(digits[:-1]))) % 10 != int(digits[-1]):
        raise SystemExit(f'{cas}: wrong check digit')


def identity(row):
    """SMILES checked against the formula; InChIKey from it."""
    molecule = Chem.MolFromSmiles(row['smiles'])
    atoms = composition(row['formula'])
    counted = composition(CalcMolFormula(molecule, True, False).replace('[2H]', 'D'))
    if counted != atoms:
        raise SystemExit(f'{row["cas"]} {row["name"]}: {row["smiles"]} is {counted}, not {atoms}')
    rings = sum(1 for ring in Chem.GetSymmSSSR(molecule) if ring_is_aromatic(molecule, ring))
    return atoms, rings, Chem.MolToInchiKey(molecule)


def ring_is_aromatic(molecule, ring):
    """Fuller's ring decrement belongs to aromatic and heterocyclic rings."""
    atoms = [molecule.GetAtomWithIdx(i) for i in ring]
    return all(a.GetIsAromatic() for a in atoms) or any(a.GetSymbol() != 'C' for a in atoms)


def alpha_of(cas, equation):
    key, prefix, rows = TWU[equation]
    row = rows.get(cas)
    if row is None:
        return None
    return {**{k: row[prefix + k] for k in ('L', 'M', 'N')}, 'c': row[prefix + 'c'], 'source': key}


def build(row):
    """The record of one candidate, or the reason why it has none."""
    cas = row['cas']
    check_cas(cas)
    atoms, rings, key = identity(row)
    mass = sum(ATOMS[a] * n for a, n in atoms.items()) / 1000
    tc, pc, vc = critical(cas, 'Tc', 0.008), critical(cas, 'Pc', 0.02), critical(cas, 'Vc', 0.02)
    reference = Reference(cas) if source_of(cas) else None
    if tc is None or pc is None:
        if reference is None:
            return 'no critical point'
        tc, pc = single(reference.tc, reference.key, how='fitted'), single(reference.pc, reference.key, how='fitted')
    tables = tables_of(cas)
    keep(cas, 'Psat', [k for _, k in tables])
    tb = boiling_point(cas, tables) or (reference and reference.boiling_point())
    curve = choose(cas, tables, tb and tb['value'], tc['value'], pc['value'], fitted(reference, 'vapour_pressure'))
    if curve is None:
        if tb is None or row['class'] in NO_AMBROSE_WALTON or tb['value'] > 0.95 * tc['value']:
            return 'no vapour pressure'
        curve = estimated(tb['value'], tc['value'], pc['value']), tc['value'], pc['value']
    psat, tc_curve, pc_curve = curve
    tc_voted = tc['value']
    if abs(tc_curve / tc_voted - 1) > 2e-3:
        tc = {**single(tc_curve, psat['source']), **({'how': 'fitted'} if 'how' in psat else {})}
    if abs(tc_curve / tc_voted - 1) > 2e-3 or abs(pc_curve / pc['value'] - 1) > 0.03:
        pc = {**single(pc_curve, psat['source']), 'how': 'fitted'}
    if vc is None:
        vc = single(0.29 * 8.314462618 * tc['value'] / pc['value'], 'RACK', how='estimated')
    omega = acentric_factor(psat, tc['value'], pc['value'])
    tm = melting_point(cas)
    work = {
        'Tc': tc['value'], 'Pc': pc['value'], 'Tb': tb and tb['value'], 'Tm': tm and tm['value'], 'omega': omega, 'mass': mass,
        'vapourPressure': psat,
    }  # fmt: skip
    cpg = ideal_gas_heat_capacity(cas, fitted(reference, 'ideal_gas_heat_capacity'))
    if cpg is None:
        return 'no ideal-gas heat capacity'
    work['idealGasHeatCapacity'] = cpg
    enthalpy = formation(cas)
    group = GROUPS[cas]
    record = {
        'id': cas,
        'name': row['name'],
        'synonyms': SYNONYMS.get(cas, []),
        'formula': row['formula'],
        'smiles': row['smiles'],
        'inchiKey': key,
        'family': row['class'],
        'molarMass': single(mass, 'ATW'),
        'criticalTemperature': tc,
        'criticalPressure': pc,
        'criticalVolume': vc,
        'acentricFactor': single(round(omega, 4), 'OWN', acentric_table(cas)),
        'normalBoilingPoint': tb,
        'meltingPoint': tm,
        'enthalpyOfFormation': enthalpy,
        'gibbsEnergyOfFormation': gibbs_of_formation(cas, atoms, enthalpy),
        'dipoleMoment': dipole(cas),
        'diffusionVolume': diffusion_volume(row['formula'], atoms, rings),
        'vapourPressure': psat,
        'heatOfVaporisation': heat_of_vaporisation(cas, work, fitted(reference, 'heat_of_vaporisation')),
        'idealGasHeatCapacity': cpg,
        'liquidHeatCapacity': liquid_heat_capacity(cas, work, fitted(reference, 'liquid_heat_capacity')),
        'liquidDensity': liquid_density(cas, work, fitted(reference, 'liquid_density')),
        'liquidViscosity': liquid_viscosity(cas, work),
        'gasViscosity': gas_table(cas, 'mug', 'P312', 'VDIvg', 1e-7),
        'liquidConductivity': liquid_conductivity(cas, work),
        'gasConductivity': gas_table(cas, 'kg', 'P314', 'VDIkg', 1e-4),
        'surfaceTension': surface_tension(cas, work),
        'unifacGroups': group['unifac'],
        'modifiedUnifacGroups': group['modifiedUnifac'],
        'ppr78Groups': group['ppr78'],
        'uniquac': {'r': float(group['r']), 'q': float(group['q']), 'source': 'UFSG'} if group['r'] else None,
        'alphaPengRobinson': alpha_of(cas, 'peng-robinson'),
        'alphaSrk': alpha_of(cas, 'srk'),
    }
    return {**record, 'level': level(record)}


def level(record):
    """A: tables for all; B: fitted vapour pressure and at least single points for the rest; C: something is estimated."""
    estimated_at = [k for k, v in record.items() if isinstance(v, dict) and v.get('how') == 'estimated' and k in THERMAL]
    if estimated_at:
        return 'C'
    tables = [record[k] is not None and 'how' not in record[k] for k in (*THERMAL, *TRANSPORT)]
    return 'A' if all(tables) else 'B'


THERMAL = ('vapourPressure', 'heatOfVaporisation', 'idealGasHeatCapacity', 'liquidHeatCapacity', 'liquidDensity')
TRANSPORT = ('liquidViscosity', 'gasViscosity', 'liquidConductivity', 'gasConductivity', 'surfaceTension')


def cas_order(record):
    return [int(part) for part in record['id'].split('-')]


def write(name, text):
    with open(os.path.join(TARGET, name), 'w', encoding='utf-8') as file:
        file.write(text + '\n')


def write_sources_page(records, texts, used):
    """docs/databank-sources.md: each key in the records, what it is, and how many of their numbers and correlations come from it."""
    counts = {}
    for record in records:
        for value in record.values():
            if isinstance(value, dict):
                counts[value['source']] = counts.get(value['source'], 0) + 1
    lines = [f'| {key} | {texts[key]} | {counts[key]} |' for key in sorted(used)]
    page = (
        '# Sources of the component records\n\nWritten by `tools/databank/build.py`; do not edit. The key stands beside every number of a '
        f'record; the last column counts the numbers and correlations of the {len(records)} records that come from it. '
        'Where two numbers of a record disagree, [validation](validation.md) lists it with its sources and why it stands.\n\n'
        '| key | source | numbers |\n|---|---|---:|\n' + '\n'.join(lines) + '\n\n' + '\n'.join(comparison.section(records)) + '\n'
    )
    with open(os.path.join(HERE, '..', '..', 'docs', 'databank-sources.md'), 'w', encoding='utf-8') as file:
        file.write(page)


def compact(value):
    return json.dumps(value, ensure_ascii=False, separators=(',', ':'))


def one_line_each(values):
    """A JSON array with one element on each line, so that a change shows as the lines it touches."""
    return '[\n' + ',\n'.join(map(compact, values)) + '\n]'


def main():
    RDLogger.DisableLog('rdApp.*')
    os.makedirs(TARGET, exist_ok=True)
    records, left_out = [], {}
    for row in rows_beside('candidates.csv'):
        built = build(row)
        if isinstance(built, str):
            left_out[row['name']] = built
        else:
            records.append(built)
    records.sort(key=cas_order)
    ids = {r['id'] for r in records}
    used = {v['source'] for r in records for v in r.values() if isinstance(v, dict)}
    texts = {**SOURCES, **dict(filter(None, (source_of(i) for i in ids)))}
    write_sources_page(records, texts, used)
    write('records.json', '{"sources":' + compact({k: texts[k] for k in sorted(used)}) + ',\n"records":' + one_line_each(records) + '}')
    index = [[r['id'], r['name'], r['synonyms'], r['formula'], r['family'], r['level'], bubbling(r)] for r in records]
    write('index.json', one_line_each(index))
    found = pairs.all_pairs({r['id']: r['family'] for r in records})
    write('pairs.json', '{\n' + ',\n'.join(f'"{k}":{one_line_each(v)}' for k, v in found.items()) + '\n}')
    tables = {
        name: groups.group_table(name, {i for r in records for i, _ in r[f'{name}Groups']}) for name in ('unifac', 'modifiedUnifac')
    }
    tables['ppr78'] = groups.ppr78_table({k for r in records for k, _ in r['ppr78Groups']})
    write('groups.json', compact(tables))
    report(records, left_out, found)


def bubbling(record):
    """K, for the order of boiling in a list: the normal boiling point, or the sublimation or critical one where there is none."""
    point = record['normalBoilingPoint'] or record['criticalTemperature']
    return round(point['value'], 1)


def report(records, left_out, found):
    levels = {k: sum(r['level'] == k for r in records) for k in 'ABC'}
    print(len(records), 'components', levels, {k: len(v) for k, v in found.items()})
    print('left out:', left_out)


if __name__ == '__main__':
    main()

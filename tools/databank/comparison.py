"""Every number of a record beside what the other tables say: the median of all sources, and who is far from it."""

import statistics

from forms import evaluate
from sources import rows_beside

# Share of the median that a number may be off: 2 %, transport properties 5 %.
NEAR, TRANSPORT_NEAR = 0.02, 0.05
TRANSPORT = ('mul', 'mug', 'kl', 'kg', 'sigma')
NAMES = {
    'Tc': 'critical temperature', 'Pc': 'critical pressure', 'Vc': 'critical volume', 'Tb': 'normal boiling point', 'Tm': 'melting point',
    'Hf': 'enthalpy of formation', 'Gf': 'Gibbs energy of formation', 'Psat': 'vapour pressure',
    'Hvap': 'heat of vaporisation', 'Cpg': 'heat capacity of the gas', 'Cpl': 'heat capacity of the liquid', 'rhol': 'density of the liquid',
    'mul': 'viscosity of the liquid', 'mug': 'viscosity of the gas', 'kl': 'thermal conductivity of the liquid',
    'kg': 'thermal conductivity of the gas', 'sigma': 'surface tension',
}  # fmt: skip
UNITS = {
    'Tc': 'K', 'Pc': 'Pa', 'Vc': 'm3/mol', 'Tb': 'K', 'Tm': 'K', 'Hf': 'J/mol', 'Gf': 'J/mol', 'Psat': 'Pa', 'Hvap': 'J/mol',
    'Cpg': 'J/(mol K)', 'Cpl': 'J/(mol K)', 'rhol': 'mol/m3', 'mul': 'Pa s', 'mug': 'Pa s', 'kl': 'W/(m K)', 'kg': 'W/(m K)',
    'sigma': 'N/m',
}  # fmt: skip
# An energy of formation may be near zero: what counts is the energy itself, J/mol.
ENERGIES = {'Hf': 4000.0, 'Gf': 4000.0}

FIELDS = {
    'Tc': 'criticalTemperature', 'Pc': 'criticalPressure', 'Vc': 'criticalVolume', 'Tb': 'normalBoilingPoint', 'Tm': 'meltingPoint',
    'Hf': 'enthalpyOfFormation', 'Gf': 'gibbsEnergyOfFormation', 'Psat': 'vapourPressure', 'Hvap': 'heatOfVaporisation',
    'Cpg': 'idealGasHeatCapacity', 'Cpl': 'liquidHeatCapacity', 'rhol': 'liquidDensity', 'mul': 'liquidViscosity',
    'mug': 'gasViscosity', 'kl': 'liquidConductivity', 'kg': 'gasConductivity', 'sigma': 'surfaceTension',
}  # fmt: skip

_found = {}


def keep(cas, prop, found):
    """Keeps what every table says of a property: [(key, value)], or correlations."""
    _found[cas, prop] = found


def compared(record):
    """The numbers of a record that more than one table holds: single values, and curves at 25 °C and at the boiling point."""
    for prop, field in FIELDS.items():
        found, own = _found.get((record['id'], prop), []), record[field]
        if not found or own is None:
            continue
        if 'form' not in own:
            yield from beside(record, prop, own['source'], own['value'], [f for f in found if f[0] != own['source']], None)
            continue
        tb = record['normalBoilingPoint'] and record['normalBoilingPoint']['value']
        for T in (298.15, tb):
            if T is not None and own['Tmin'] <= T <= own['Tmax']:
                others = [(k['source'], evaluate(k, T)) for k in found if k['source'] != own['source'] and k['Tmin'] <= T <= k['Tmax']]
                yield from beside(record, prop, own['source'], evaluate(own, T), others, T)


def beside(record, prop, key, value, others, T):
    if not others:
        return
    middle = statistics.median([value, *(v for _, v in others)])
    limit = ENERGIES.get(prop) or abs(middle) * (TRANSPORT_NEAR if prop in TRANSPORT else NEAR)
    judged = len(others) > 1 and any(abs(v - middle) <= limit for v in [value, *(v for _, v in others)])
    yield {'cas': record['id'], 'name': record['name'], 'property': prop, 'key': key, 'value': value, 'at': T, 'others': others,
           'off': abs(value - middle) > limit, 'judged': judged}  # fmt: skip


def reason(c):
    """Why a number far from the median stands, by property and table; stops the build where outliers.csv has none."""
    for (prop, keys), why in REASONS.items():
        if prop == c['property'] and (keys == '*' or c['key'].split(':')[0] in keys.split()):
            return why
    raise SystemExit(f'outliers.csv has no reason for {c["name"]}: {c["property"]} from {c["key"]}')


REASONS = {(r['property'], r['key']): r['why'] for r in rows_beside('outliers.csv')}
# Of all numbers, and of those that can be judged, near the median; fewer stop the build.
LEAST_SHARE, LEAST_JUDGED = 0.96, 0.99


def section(records):
    """Lines of docs/databank-sources.md: how many numbers lie near the median of their sources, and those that do not."""
    rows = [c for r in records for c in compared(r)]
    if sum(not c['off'] for c in rows) < LEAST_SHARE * len(rows):
        raise SystemExit(f'{sum(c["off"] for c in rows)} of {len(rows)} numbers lie far from the median of their sources')
    judged = [c for c in rows if c['judged']]
    if sum(not c['off'] for c in judged) < LEAST_JUDGED * len(judged):
        raise SystemExit(f'{sum(c["off"] for c in judged)} of {len(judged)} numbers that can be judged lie far from the median')
    lines = ['## Beside the other sources', '', INTRODUCTION, '', *counts(rows), '', '| component | property | at, °C | in the record | the others | why it stands |', '|---|---|---:|---|---|---|']
    order = list(NAMES)
    for c in sorted((c for c in rows if c['off']), key=lambda c: (order.index(c['property']), c['name'], c['at'] or 0)):
        others = ', '.join(f'{v:.4g} {k}' for k, v in c['others'])
        at = '' if c['at'] is None else f'{c["at"] - 273.15:.0f}'
        unit = UNITS[c['property']]
        lines.append(f'| {c["name"]} | {NAMES[c["property"]]}, {unit} | {at} | {c["value"]:.4g} {c["key"]} | {others} | {reason(c)} |')
    return lines


INTRODUCTION = (
    'Every number that more than one table holds, beside the median of all that hold it: single values, and curves at 25 °C and at the '
    'boiling point where both tables reach. Near means within 2 % of the median, transport properties and surface tension 5 %, energies of '
    'formation 4 kJ/mol. Of two tables alone the median is the middle, which judges neither; nor does it where three or more disagree so '
    'much that none of them is near it. What can be judged is the rest.'
)


def counts(rows):
    lines = ['| property | numbers | near the median | that can be judged | near |', '|---|---:|---:|---:|---:|']
    for prop, name in [*NAMES.items(), (None, 'all')]:
        of = [c for c in rows if prop in (None, c['property'])]
        judged = [c for c in of if c['judged']]
        lines.append(f'| {name} | {len(of)} | {share_near(of)} | {len(judged)} | {share_near(judged)} |')
    return lines


def share_near(rows):
    return f'{100 * sum(not c["off"] for c in rows) / len(rows):.1f} %' if rows else '–'

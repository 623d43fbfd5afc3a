"""Single values of a component: each chosen among all tables that hold it, with the spread over the others."""

import math
import re
import statistics

from comparison import keep
from forms import R, evaluate, rounded, samples
from sources import TABLES, rows_beside

# Standard atomic weights, IUPAC 2013 (Meija et al., Pure Appl. Chem. 88 (2016) 265), g/mol; D is the nuclide.
ATOMS = {
    'H': 1.008, 'D': 2.014101778, 'He': 4.002602, 'B': 10.81, 'C': 12.011, 'N': 14.007, 'O': 15.999, 'F': 18.998403163,
    'Ne': 20.1797, 'Na': 22.98976928, 'Si': 28.085, 'P': 30.973761998, 'S': 32.06, 'Cl': 35.45, 'Ar': 39.948, 'Br': 79.904, 'Kr': 83.798,
    'Ti': 47.867, 'Hg': 200.592, 'I': 126.90447, 'Xe': 131.293,
}  # fmt: skip

# Entropy of the element in its standard state at 298.15 K per atom, J/(mol K): CODATA key values (Cox, Wagman & Medvedev 1989).
ELEMENT_ENTROPY = {
    'H': 130.680 / 2, 'D': 144.960 / 2, 'He': 126.153, 'B': 5.90, 'C': 5.74, 'N': 191.609 / 2, 'O': 205.152 / 2, 'F': 202.791 / 2,
    'Ne': 146.328, 'Na': 51.30, 'Si': 18.81, 'P': 41.09, 'S': 32.054, 'Cl': 223.081 / 2, 'Ar': 154.846, 'Br': 152.21 / 2, 'Kr': 164.085,
    'Ti': 30.72, 'Hg': 75.90, 'I': 116.14 / 2, 'Xe': 169.685,
}  # fmt: skip

# Diffusion volumes, Fuller et al. 1969 in Poling et al., 5th ed. (2001), Table 11-1, from memory.
FULLER_ATOMS = {'C': 15.9, 'H': 2.31, 'O': 6.11, 'N': 4.54, 'F': 14.7, 'Cl': 21.0, 'Br': 21.9, 'I': 29.8, 'S': 22.9}
FULLER_RING = -18.3
FULLER_WHOLE = {
    'He': 2.67, 'Ne': 5.98, 'Ar': 16.2, 'Kr': 24.5, 'Xe': 32.7, 'H2': 6.12, 'D2': 6.84, 'N2': 18.5, 'O2': 16.3, 'CO': 18.0,
    'CO2': 26.9, 'N2O': 35.9, 'H3N': 20.7, 'H2O': 13.1, 'F6S': 71.3, 'Cl2': 38.4, 'Br2': 69.0, 'O2S': 41.8,
}  # fmt: skip


def _overrides():
    exclude, values = set(), {}
    for row in rows_beside('overrides.csv'):
        if row['exclude']:
            exclude.update((row['cas'], row['property'], key) for key in row['exclude'].split())
        if row['value']:
            values[row['cas'], row['property']] = None if row['value'] == 'none' else float(row['value'])
    return exclude, values


EXCLUDED, SET_VALUES = _overrides()


def allowed(cas, prop, key):
    return (cas, prop, key) not in EXCLUDED and (cas, prop, '*') not in EXCLUDED


def composition(formula):
    """Atoms of a molecular formula, for instance {'C': 2, 'H': 6, 'O': 1}."""
    return {a: int(n or 1) for a, n in re.findall(r'([A-Z][a-z]?)(\d*)', formula)}


def single(value, source, others=(), how=None, spread=None):
    out = {'value': rounded(value, 9), 'source': source}
    if others:
        out['spread'] = rounded(max(abs(v - value) for v in others), 4)
        out['others'] = len(others)
    return out if how is None else {**out, 'how': how}


def vote(found, near):
    """
    The first of found [(key, value)] that lies near the median of all, else the nearest to the median.
    @param near  whether a value is near enough to the median
    """
    if not found:
        return None
    middle = statistics.median(v for _, v in found)
    key, value = next(((k, v) for k, v in found if near(v, middle)), min(found, key=lambda f: abs(f[1] - middle)))
    return single(value, key, [v for k, v in found if k != key])


def chosen(cas, prop, found, near):
    found = [(k, v) for k, v in found if v is not None and allowed(cas, prop, k)]
    keep(cas, prop, found)
    if (cas, prop) in SET_VALUES:
        value = SET_VALUES[cas, prop]
        return None if value is None else single(value, 'IAPWS' if cas == '7732-18-5' else 'SET')
    return vote(found, near)


def within(share):
    return lambda v, middle: abs(v - middle) <= share * abs(middle)


CRITICAL_KEYS = ('IUPAC', 'CRCc', 'MATH', 'PSRK', 'PINA', 'YAWSc')


def critical(cas, column, share):
    found = [(k, TABLES.value(k, cas, column)) for k in CRITICAL_KEYS]
    return chosen(cas, column, [(k, v or None) for k, v in found], within(share))


def boiling_point(cas, curves):
    """@param curves  vapour pressures [(key, correlation)], whose roots of 1 atm inside their range (15 K beyond) vote too"""
    found = [
        ('CRCO', TABLES.value('CRCO', cas, 'Tb')),
        ('CRCI', TABLES.value('CRCI', cas, 'Tb')),
        ('CRCh', TABLES.value('CRCh', cas, 'Tb')),
        ('YTB', TABLES.value('YTB', cas, 'Tb')),
        *((key, atmospheric_root(k)) for key, k in curves),
    ]
    return chosen(cas, 'Tb', found, lambda v, m: abs(v - m) <= max(1.0, 0.003 * m))


def atmospheric_root(k):
    """The temperature at which a vapour pressure reaches 101,325 Pa, or None when that is not in its range (15 K beyond)."""
    low, high = max(k['Tmin'] - 15, 1.0), k['Tmax'] + (0 if k['form'].startswith('wagner') else 15)
    grid = samples(low, high, 60)
    try:
        logs = [math.log(evaluate(k, t) / 101325) for t in grid]
    except (ValueError, OverflowError):
        return None
    for a, b, fa, fb in zip(grid, grid[1:], logs, logs[1:]):
        if fa <= 0 < fb:
            for _ in range(60):
                m = (a + b) / 2
                a, b = (m, b) if evaluate(k, m) < 101325 else (a, m)
            return round(a, 2)
    return None


def melting_point(cas):
    found = [(k, TABLES.value(k, cas, 'Tm')) for k in ('CRCO', 'CRCI', 'ONM', 'WEB')]
    return chosen(cas, 'Tm', found, lambda v, m: abs(v - m) <= max(2.0, 0.01 * m))


def formation(cas):
    found = [(k, TABLES.value(k, cas, 'Hfg')) for k in ('ATG', 'CRCs', 'JAN', 'API', 'YHF')]
    by_table = chosen(cas, 'Hf', found, lambda v, m: abs(v - m) <= 4000)
    estimate = TABLES.value('JOBACK', cas, 'Hfg')
    return by_table or (single(estimate, 'JOBACK', how='estimated') if estimate is not None else None)


def gibbs_of_formation(cas, atoms, enthalpy):
    found = [(k, TABLES.value(k, cas, 'S0g')) for k in ('CRCs', 'JAN', 'YHF')]
    entropy = chosen(cas, 'S0', found, lambda v, m: abs(v - m) <= 3.0)
    if entropy is None or enthalpy is None:
        return None
    keep(cas, 'Gf', [(k, v) for k in ('CRCs', 'JAN') if (v := TABLES.value(k, cas, 'Gfg')) is not None])
    elements = sum(ELEMENT_ENTROPY[a] * n for a, n in atoms.items())
    return single(enthalpy['value'] - 298.15 * (entropy['value'] - elements), 'OWN')


def dipole(cas):
    """debye; three tables of measured or computed moments."""
    found = [(k, TABLES.value(k, cas, 'dipole_moment')) for k in ('DIPP', 'DIPC', 'DIPM')]
    found = [(k, v) for k, v in found if v is not None]
    if not found:
        return None
    return single(found[0][1], found[0][0], [v for _, v in found[1:]])


def diffusion_volume(formula, atoms, rings):
    """cm3/mol as Fuller's method counts; aromatic and heterocyclic rings subtract."""
    if formula in FULLER_WHOLE:
        return single(FULLER_WHOLE[formula], 'FULL')
    if any(a not in FULLER_ATOMS for a in atoms):
        return None
    return single(sum(FULLER_ATOMS[a] * n for a, n in atoms.items()) + FULLER_RING * rings, 'FULL')


def peng_robinson_volumes(T, P, tc, pc, omega):
    """Smallest and largest volume, m3/mol."""
    import numpy as np

    kappa = 0.37464 + 1.54226 * omega - 0.26992 * omega**2
    a = 0.45723553 * (R * tc) ** 2 / pc * (1 + kappa * (1 - math.sqrt(T / tc))) ** 2
    b = 0.07779607 * R * tc / pc
    A, B = a * P / (R * T) ** 2, b * P / (R * T)
    roots = np.roots([1, B - 1, A - 3 * B * B - 2 * B, B**3 + B * B - A * B])
    real = sorted(z.real for z in roots if abs(z.imag) < 1e-9 and z.real > B)
    return real[0] * R * T / P, real[-1] * R * T / P


def acentric_table(cas):
    """Acentric factors of the tables, for the spread alone."""
    return [v for v in (TABLES.value(k, cas, 'omega') for k in ('PSRK', 'YAWSc')) if v is not None]

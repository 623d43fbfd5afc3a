"""Vapour pressure of a component: a full table that meets both ends, or a short one refitted through its critical point."""

import math

from constants import allowed
from forms import correlation, evaluate, fit_antoine, fit_wagner, rounded, samples, slope
from sources import TABLES, rows_beside

AT_BOILING = 0.03  # share of 1 atm that a full table may be off at the boiling point
AT_CRITICAL = 0.05  # share of Pc that it may be off at Tc
FLATTEST_AT_CRITICAL = -3.0  # Wagner's first coefficient, −d ln P/d ln T at Tc: some −7 for a real substance
REFIT_IN_RANGE, REFIT_AT_BOILING = 0.08, 0.075
SAME_CRITICAL_POINT = 0.015  # share of Tc within which the curve's own critical point becomes the record's
LN10 = math.log(10)


def tables_of(cas):
    """Every vapour-pressure table of a component, [(key, correlation)], full tables first."""
    found = []

    def add(key, form, c, t_min, t_max):
        if allowed(cas, 'Psat', key) and t_min < t_max:
            found.append((key, correlation(form, c, t_min, t_max, key)))

    if row := TABLES.values('P28', cas, ['C1', 'C2', 'C3', 'C4', 'C5', 'Tmin', 'Tmax']):
        add('P28', '101', row[:5], *row[5:])
    if row := TABLES.values('WPOL', cas, ['Tc', 'Pc', 'A', 'B', 'C', 'D', 'Tmin', 'Tmax']):
        add('WPOL', 'wagner-25', row[:6], row[6] or 0.5 * row[0], row[7])
    if row := TABLES.values('MCG', cas, ['Tc', 'Pc', 'A', 'B', 'C', 'D', 'Tmin']):
        add('MCG', 'wagner-36', row[:6], row[6] or 0.5 * row[0], row[0])
    if row := TABLES.values('VDIp', cas, ['Tc', 'Pc', 'A', 'B', 'C', 'D', 'Tm']):
        add('VDIp', 'wagner-25', row[:6], max(row[6], 0.4 * row[0]), row[0])
    if row := TABLES.values('APOL', cas, ['A', 'B', 'C', 'Tmin', 'Tmax']):
        add('APOL', 'antoine', [row[0] * LN10, row[1] * LN10, row[2]], *row[3:])
    if row := TABLES.values('LAND', cas, ['A', 'B', 'C', 'Tmin', 'Tmax']):
        add('LAND', 'antoine', row[:3], *row[3:])
    if row := TABLES.values('WEB', cas, ['AntoineA', 'AntoineB', 'AntoineC', 'AntoineTmin', 'AntoineTmax']):
        add('WEB', 'antoine', row[:3], *row[3:])
    if points := STULL.get(cas):
        add('STUL', 'antoine', fit_antoine(points), points[0][0], points[-1][0])
    return found


STULL = {}
for _row in rows_beside('stull-points.csv'):
    STULL.setdefault(_row['cas'], []).append((float(_row['T_C']) + 273.15, float(_row['P_mmHg']) * 101325 / 760))


def choose(cas, tables, tb, tc, pc, reference=None):
    """
    The vapour pressure of the record and its critical point.
    @param tb  K, or None for a substance that sublimes at 1 atm
    @param reference  a correlation sampled from a reference equation of state, or None
    @returns (correlation, Tc, Pc), or None when nothing passes
    """
    for key, k in tables:
        t_end = k['c'][0] if k['form'].startswith('wagner') else k['Tmax']
        full = key in ('P28', 'MCG', 'VDIp') or (key == 'WPOL' and k['Tmax'] > 0.98 * tc)
        if full and meets_ends(k, tb, t_end, pc) and abs(t_end - tc) <= SAME_CRITICAL_POINT * tc:
            return {**k, 'Tmax': rounded(t_end, 7)}, t_end, evaluate(k, t_end)
    if reference is not None:
        return reference, reference['c'][0], reference['c'][1]
    for key, k in tables:
        if (fitted := refit(key, k, tb, tc, pc)) is not None:
            return fitted, tc, pc
    return None


def meets_ends(k, tb, t_end, pc):
    if tb is not None and abs(evaluate(k, tb) / 101325 - 1) > AT_BOILING:
        return False
    return abs(evaluate(k, t_end) / pc - 1) <= AT_CRITICAL and monotone(k, max(k['Tmin'], 0.42 * t_end), t_end)


def monotone(k, low, high):
    values = [evaluate(k, t) for t in samples(low, high, 80)]
    return all(b > a for a, b in zip(values, values[1:]))


def ambrose_walton(T, tc, pc, omega):
    """ln P by corresponding states; Ambrose & Walton, Pure Appl. Chem. 61 (1989) 1395."""
    tr = T / tc
    t = 1 - tr
    p = (t, t**1.5, t**2.5, t**5)
    f0 = (-5.97616, 1.29874, -0.60394, -1.06841)
    f1 = (-5.03365, 1.11505, -5.41217, -7.46628)
    f2 = (-0.64771, 2.41539, -4.26979, 3.25259)
    terms = [sum(a * b for a, b in zip(f, p)) / tr for f in (f0, f1, f2)]
    return math.log(pc) + terms[0] + omega * terms[1] + omega**2 * terms[2]


def omega_from_boiling(tb, tc, pc):
    """The acentric factor that makes Ambrose & Walton's pressure 1 atm at tb (Newton; nearly linear)."""
    omega = 0.3
    for _ in range(30):
        f = ambrose_walton(tb, tc, pc, omega) - math.log(101325)
        d = (ambrose_walton(tb, tc, pc, omega + 1e-6) - ambrose_walton(tb, tc, pc, omega)) / 1e-6
        omega -= f / d
    return omega


def refit(key, k, tb, tc, pc):
    """
    W25 through (Tc, Pc) and a short table: 30 points inside its range (weight 1), the boiling point (weight 4), and points by Ambrose &
    Walton outside, shifted to join at the range's ends and fading to no shift at Tc (weight 0.3).
    """
    if tb is None:
        return None
    low, high = k['Tmin'], min(k['Tmax'], 0.99 * tc)
    if low >= high or evaluate(k, low) <= 0:
        return None
    omega = omega_from_boiling(tb, tc, pc)
    inside = [(t, evaluate(k, t)) for t in samples(low, high, 30)]
    shift_low = math.log(inside[0][1]) - ambrose_walton(low, tc, pc, omega)
    shift_high = math.log(inside[-1][1]) - ambrose_walton(high, tc, pc, omega)
    below = [t for t in samples(0.45 * tc, 0.98 * tc, 30) if t < low]
    above = [t for t in samples(0.45 * tc, 0.99 * tc, 30) if t > high]
    points = [*inside, (tb, 101325.0)]
    points += [(t, math.exp(ambrose_walton(t, tc, pc, omega) + shift_low)) for t in below]
    points += [(t, math.exp(ambrose_walton(t, tc, pc, omega) + shift_high * (tc - t) / (tc - high))) for t in above]
    weights = [1.0] * 30 + [4.0] + [0.3] * (len(below) + len(above))
    c = fit_wagner(tc, pc, points, weights)
    fitted = correlation('wagner-25', c, min(low, max(tb - 30, 0.45 * tc)), tc, key, how='fitted')
    in_range = max(abs(evaluate(fitted, t) / p - 1) for t, p in inside)
    at_boiling = abs(evaluate(fitted, tb) / 101325 - 1)
    if c[2] > FLATTEST_AT_CRITICAL or in_range > REFIT_IN_RANGE or at_boiling > REFIT_AT_BOILING or not monotone(fitted, 0.4 * tc, tc):
        return None
    return fitted


def estimated(tb, tc, pc):
    """Ambrose & Walton through the boiling point, as W25 (its own form: the three rows of coefficients add up)."""
    omega = omega_from_boiling(tb, tc, pc)
    points = [(t, math.exp(ambrose_walton(t, tc, pc, omega))) for t in samples(0.45 * tc, 0.995 * tc, 60)]
    c = fit_wagner(tc, pc, points, [1.0] * 60)
    return correlation('wagner-25', c, 0.5 * tc, tc, 'AMB', how='estimated')


def acentric_factor(k, tc, pc):
    T = 0.7 * tc
    if T < k['Tmin']:  # ln P goes on straight in 1/T, as the engine does
        at, s = k['Tmin'], slope(k, k['Tmin'])
        ln_p = math.log(evaluate(k, at)) - s / evaluate(k, at) * at * at * (1 / T - 1 / at)
    else:
        ln_p = math.log(evaluate(k, T))
    return -(ln_p - math.log(pc)) / LN10 - 1

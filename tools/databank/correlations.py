"""The temperature-dependent properties of a component besides vapour pressure, in the recipe's order of sources."""

import math

from comparison import keep
from constants import SET_VALUES, allowed, peng_robinson_volumes
from forms import R, correlation, evaluate, fit_polynomial, samples, slope
from sources import TABLES, read_json, rows_beside

# Vapours that associate: the measured heat lies far below Clapeyron's with any vapour of monomers. It is right; not corrected.
ASSOCIATING = {
    '7664-39-3', '64-18-6', '64-19-7', '79-09-4', '79-10-7', '107-92-6', '79-31-2', '79-41-4', '109-52-4', '142-62-1', '503-74-2',
    '75-98-9', '76-05-1', '79-11-8',
}  # fmt: skip
WATSON = 0.38
FAR_FROM_CLAPEYRON = 0.10  # a single value at 25 °C carried to the boiling point by Watson's exponent may miss by more: heavy alcohols
FAR_FROM_ESTIMATE = 0.40  # a single liquid heat capacity further than this from Rowlinson and Bondi belongs to something else


def heat_of_vaporisation(cas, record, reference):
    """
    J/mol. Of the tables P2150, VDIh and the reference equation the first that agrees with the handbook's value at the boiling
    point (2 %) and with Clapeyron's equation there (5 %) and at 0.9 Tc (5 %); none agreeing, the nearest. Without a table: one value with
    Watson's exponent, else Clapeyron's at 0.7 Tc.
    """
    tc, tb = record['Tc'], record['Tb'] or 0.7 * record['Tc']
    t_low = record['vapourPressure']['Tmin']
    tables = []
    if (row := TABLES.values('P2150', cas, ['Tc', 'C1', 'C2', 'C3', 'C4', 'Tmin', 'Tmax'])) and allowed(cas, 'Hvap', 'P2150'):
        tables.append(correlation('106', [row[0], row[1], row[2], row[3], row[4], 0], row[5], row[0], 'P2150'))
    if (row := TABLES.values('VDIh', cas, ['Tc', 'A', 'B', 'C', 'D', 'E'])) and allowed(cas, 'Hvap', 'VDIh'):
        tables.append(correlation('vdi-hvap', row, min(t_low, 0.6 * row[0]), row[0], 'VDIh'))
    if reference is not None:
        tables.append(reference)
    tables = [k for k in tables if falls(k, max(k['Tmin'], 0.45 * tc)) or cas in ASSOCIATING]
    keep(cas, 'Hvap', tables)
    if tables:
        scores = [disagreement(cas, k, record, tb) for k in tables]
        good = [k for k, s in zip(tables, scores) if s < 1]
        return good[0] if good else tables[scores.index(min(scores))]
    T = min(max(tb, t_low), 0.85 * tc)
    by_clapeyron = clapeyron(record, T)
    for column, at in (('HvapTb', record['Tb']), ('Hvap298', 298.15)):
        value = TABLES.value('CRCh', cas, column)
        if value is None or at is None or at > 0.9 * tc:
            continue
        k = watson(value, at, tc, t_low, 'CRCh')
        if cas in ASSOCIATING or abs(evaluate(k, T) / by_clapeyron - 1) < FAR_FROM_CLAPEYRON:
            return k
    return watson(by_clapeyron, T, tc, t_low, 'CLAP', how='estimated')


def watson(value, T, tc, t_low, source, how='fitted'):
    """Form 106 with Watson's exponent through one value."""
    return correlation('106', [tc, value / (1 - T / tc) ** WATSON, WATSON, 0, 0, 0], t_low, tc, source, how)


def falls(k, low):
    values = [evaluate(k, t) for t in samples(low, 0.999 * k['Tmax'], 60)]
    return all(b < a for a, b in zip(values, values[1:])) and values[-1] > 0


def clapeyron(record, T):
    """T (dP/dT) (V_vapour − V_liquid), J/mol."""
    psat = record['vapourPressure']
    P = evaluate(psat, T)
    small, large = peng_robinson_volumes(T, P, record['Tc'], record['Pc'], record['omega'])
    return T * slope(psat, T) * (large - small)


def disagreement(cas, k, record, tb):
    parts = [0.0]
    measured = TABLES.value('CRCh', cas, 'HvapTb')
    if measured is not None and record['Tb'] is not None:
        parts.append(abs(evaluate(k, tb) / measured - 1) / 0.02)
    if cas not in ASSOCIATING:
        for T, limit in ((max(tb, record['vapourPressure']['Tmin']), 0.05), (0.9 * record['Tc'], 0.05)):
            if T < 0.97 * record['Tc']:
                parts.append(abs(evaluate(k, T) / clapeyron(record, T) - 1) / limit)
    return max(parts)


def ideal_gas_heat_capacity(cas, reference):
    """J/(mol K)."""
    tables = gas_heat_capacity_tables(cas, reference)
    keep(cas, 'Cpg', tables)
    return tables[0] if tables else estimated_gas_heat_capacity(cas)


def gas_heat_capacity_tables(cas, reference):
    found = []
    if (row := TABLES.values('TRC', cas, ['a0', 'a1', 'a2', 'a3', 'a4', 'a5', 'a6', 'a7'])) and allowed(cas, 'Cpg', 'TRC'):
        t_min, t_max = (TABLES.value('TRC', cas, c) for c in ('Tmin', 'Tmax'))
        found.append(correlation('trc', row, max(t_min, 50), min(t_max, 3000), 'TRC'))
    if (row := TABLES.values('POLc', cas, ['a0', 'a1', 'a2', 'a3', 'a4'])) and allowed(cas, 'Cpg', 'POLc'):
        t_min, t_max = (TABLES.value('POLc', cas, c) for c in ('Tmin', 'Tmax'))
        if t_min is None:  # monatomic: 5R/2 at every temperature
            t_min, t_max = 50, 3000
        found.append(correlation('100', [R * a for a in row], t_min, t_max, 'POLc'))
    pieces = (SHOMATE.get(cas) or [None, None, None])[2]
    if pieces and pieces[0][0] <= 1000 and pieces[0][1] >= 600:
        low = pieces[0]
        found.append(correlation('shomate', low[2:7], low[0], low[1], 'SHO'))
    if reference is not None:
        found.append(reference)
    if cas in JANAF_GAS:
        points = [(t, cp) for t, cp in zip(*JANAF_GAS[cas]) if 200 <= t <= 1000]
        if len(points) >= 6:
            found.append(correlation('100', fit_polynomial(points, 4), 200, 1000, 'JANg', how='fitted'))
    if cas in MEASURED_GAS:
        found.append(correlation('100', fit_polynomial(MEASURED_GAS[cas], 4), 200, 1000, 'CHAO', how='fitted'))
    return found


def estimated_gas_heat_capacity(cas):
    if cas in BENSON:
        return correlation('100', fit_polynomial(BENSON[cas], 3), 298, 1000, 'BENS', how='estimated')
    if cas in ANALOGIES:
        return by_analogy(ANALOGIES[cas])
    if (row := TABLES.values('JOBACK', cas, ['Cpg0', 'Cpg1', 'Cpg2', 'Cpg3'])) and row[1] > 0:
        return correlation('100', [*row, 0], 273, 1000, 'JOBACK', how='estimated')
    return None


# Formic acid, monomer, J/(mol K): Chao & Zwolinski (from memory).
MEASURED_GAS = {
    '64-18-6': [(200, 38.75), (298.15, 45.68), (300, 45.84), (400, 54.52), (500, 62.57), (600, 69.31), (700, 74.89), (800, 79.50), (1000, 86.53)],
}
CALORIE = 4.184  # J
BENSON = {}
for _row in rows_beside('benson-points.csv'):
    BENSON.setdefault(_row['cas'], []).append((float(_row['T_K']), float(_row['cal_per_mol_K']) * CALORIE))
ANALOGIES = {row['cas']: row for row in rows_beside('analogies.csv')}


def by_analogy(row):
    """Sum and difference of molecules that share the groups, which is what group additivity amounts to."""
    plus, minus = ([(gas_heat_capacity_tables(c, None) or [estimated_gas_heat_capacity(c)])[0] for c in row[k].split()] for k in ('plus', 'minus'))
    points = []
    for t in samples(298, 1000, 40):
        value = sum(evaluate(k, t) for k in plus) - sum(evaluate(k, t) for k in minus)
        points.append((t, value + float(row['shift'])))
    return correlation('100', fit_polynomial(points, 4), 298, 1000, 'BENS', how='estimated')


def points_at(cas, prop, columns, T, of):
    """Single values of tables as correlations that hold at T alone, for the comparison."""
    values = [(key, TABLES.value(key, cas, column)) for key, column in columns if allowed(cas, prop, key)]
    return [{'form': '100', 'c': [of(v)], 'Tmin': T, 'Tmax': T, 'source': key} for key, v in values if v is not None]


SHOMATE = read_json('SHO')
JANAF_GAS = {cas: rows[:2] for cas, rows in read_json('JANg').items()}


REACHES = 0.7  # of Tc: a liquid heat capacity whose table ends below is carried on
CARRIED_TO = 0.9
FIT_MISSES = 0.01


def liquid_heat_capacity(cas, record, reference):
    """J/(mol K), saturated liquid; where its table ends far below the critical point, carried on as Rowlinson and Bondi's rises."""
    k = tabulated_liquid_heat_capacity(cas, record, reference)
    tc = record['Tc']
    if k['Tmax'] >= REACHES * tc or k['form'] not in ('100', '114', 'quasi-polynomial'):
        return k
    estimate = rowlinson_bondi(record)
    shift = evaluate(k, k['Tmax']) - estimate(k['Tmax'])
    points = [(t, evaluate(k, t)) for t in samples(k['Tmin'], k['Tmax'], 30)]
    points += [(t, estimate(t) + shift) for t in samples(k['Tmax'], CARRIED_TO * tc, 20)]
    c = fit_polynomial(points, 4)
    fitted = correlation('100', c, k['Tmin'], CARRIED_TO * tc, k['source'], how='fitted')
    # A table of a shape that no polynomial follows stays as it is.
    return fitted if all(abs(evaluate(fitted, t) / cp - 1) < FIT_MISSES for t, cp in points) else k


def liquid_heat_capacity_tables(cas, tc, reference):
    found = []
    if allowed(cas, 'Cpl', 'P153'):
        if row := TABLES.values('P153b', cas, ['A', 'B', 'C', 'D', 'Tmin', 'Tmax']):
            # Form 114 holds A²/t: the factor 1/1000 (kmol to mol) goes under the roots of A (twice), C and D in the same way.
            s = math.sqrt(1000)
            c = [tc, row[0] / s, row[1] / 1000, row[2] / s, row[3] / s]
            found.append(correlation('114', c, row[4], min(row[5], 0.99 * tc), 'P153'))
        elif row := TABLES.values('P153', cas, ['A', 'B', 'C', 'D', 'E', 'Tmin', 'Tmax']):
            k = correlation('100', [x / 1000 for x in row[:5]], row[5], row[6], 'P153')
            if row[5] < row[6] and evaluate(k, row[6]) > 0:
                found.append(k)
    if allowed(cas, 'Cpl', 'ZAB') and (k := zabransky(cas, tc)) is not None:
        found.append(k)
    if reference is not None:
        found.append(reference)
    return found


def tabulated_liquid_heat_capacity(cas, record, reference):
    tc, T_NORMAL = record['Tc'], 298.15
    tables = liquid_heat_capacity_tables(cas, tc, reference)
    keep(cas, 'Cpl', [*tables, *points_at(cas, 'Cpl', (('CRCs', 'Cpl'), ('POLc', 'Cpl')), T_NORMAL, float)])
    if tables:
        return tables[0]
    point, source = TABLES.value('CRCs', cas, 'Cpl'), 'CRCs'
    if (own := SET_VALUES.get((cas, 'Cpl'))) is not None:
        point, source = own, 'SET'
    if point is None:
        point, source = TABLES.value('POLc', cas, 'Cpl'), 'POLc'
    if T_NORMAL > 0.9 * tc:
        point = None
    t_low = min(max(record['Tm'] or 0, 0.4 * tc), 0.8 * tc)
    estimate = rowlinson_bondi(record)
    if point is not None and abs(point / estimate(T_NORMAL) - 1) > FAR_FROM_ESTIMATE:
        point = None
    shift = 0.0 if point is None else point - estimate(T_NORMAL)
    points = [(t, estimate(t) + shift) for t in samples(t_low, 0.9 * tc, 40)]
    c = fit_polynomial(points, 4)
    if point is None:
        return correlation('100', c, t_low, 0.9 * tc, 'ROWL', how='estimated')
    return correlation('100', c, t_low, 0.9 * tc, source, how='fitted')


def zabransky(cas, tc):
    """The spline piece or quasi-polynomial around 298.15 K (else the widest) of uncertainty I to IV, saturation preferred."""
    rows = [r for r in ZABRANSKY.get(cas, []) if r['Uncertainty'] in ('I', 'II', 'III', 'IV')]
    rows.sort(key=lambda r: (not r['t'][0] <= 298.15 <= r['t'][1], r['Data Type'] == 'C', r['t'][0] - r['t'][1]))
    for r in rows:
        t_min, t_max = r['t']
        quasi = [float(r[f'A{i}-quasi'] or 0) for i in range(1, 7)]
        if quasi[0] != 0 and r['Tc']:
            k = correlation('quasi-polynomial', [float(r['Tc']), *quasi], t_min, t_max, 'ZAB')
        else:
            spline = [R * float(r[f'A{i}-spline'] or 0) / 100 ** (i - 1) for i in range(1, 5)]
            if spline[0] == 0:
                continue
            k = correlation('100', [*spline, 0], t_min, t_max, 'ZAB')
        if t_min + 20 < t_max < 0.995 * tc and all(0 < evaluate(k, t) < 5000 for t in samples(t_min, t_max, 20)):
            return k
    return None


def _zabransky_rows():
    import csv

    from sources import path_of

    found = {}
    with open(path_of('ZAB'), encoding='utf-8') as file:
        for row in csv.DictReader(file, delimiter='\t'):
            row['t'] = (float(row['Tmin']), float(row['Tmax']))
            found.setdefault(row['CASRN'], []).append(row)
    return found


ZABRANSKY = _zabransky_rows()


def rowlinson_bondi(record):
    """Cp of the liquid from that of the ideal gas; Poling et al., 5th ed. (2001), eq. 6-6.4."""
    tc, omega, gas = record['Tc'], record['omega'], record['idealGasHeatCapacity']

    def cp(T):
        tr = T / tc
        t = 1 - tr
        clamped = min(max(T, gas['Tmin']), gas['Tmax'])
        departure = 1.586 + 0.49 / t + omega * (4.2775 + 6.3 * t ** (1 / 3) / tr + 0.4355 / t)
        return evaluate(gas, clamped) + R * departure

    return cp


FAR_FROM_MEASURED = 0.01  # share by which a density carried to 25 °C by Rackett's equation may miss the handbook's


def liquid_density_tables(cas, record):
    tc, mass = record['Tc'], record['mass']
    found = []
    if (row := TABLES.values('P105', cas, ['C1', 'C2', 'C3', 'C4', 'Tmin', 'Tmax'])) and allowed(cas, 'rhol', 'P105'):
        if abs(row[2] / tc - 1) < 0.02 and row[3] > 0:
            found.append(correlation('105', row[:4], row[4], row[2], 'P105'))
    if (row := TABLES.values('VDId', cas, ['Tc', 'rhoc', 'A', 'B', 'C', 'D'])) and allowed(cas, 'rhol', 'VDId'):
        if abs(row[0] / tc - 1) < 0.02:
            c = [row[0], *(x / mass for x in row[1:])]
            found.append(correlation('116', c, max(record['Tm'] or 0, 0.4 * tc), row[0], 'VDId'))
    return found


def liquid_density(cas, record, reference):
    """mol/m3, saturated liquid."""
    tc, pc, mass = record['Tc'], record['Pc'], record['mass']
    tables = liquid_density_tables(cas, record)
    measured = measured_density(cas, record)
    keep(cas, 'rhol', [*tables, *([reference] if reference else []), *([measured] if measured else [])])
    if tables:
        return tables[0]
    if (z := TABLES.value('COST', cas, 'Z_RA')) is not None and 0.2 < z < 0.33:
        by_factor = rackett(z, tc, pc, record, 'COST', how='fitted')
        if measured is None or abs(evaluate(by_factor, 298.15) / evaluate(measured, 298.15) - 1) < FAR_FROM_MEASURED:
            return by_factor
    if reference is not None:
        return reference
    if measured is not None:
        return measured
    return rackett(0.29056 - 0.08775 * record['omega'], tc, pc, record, 'RACK', how='estimated')


def measured_density(cas, record):
    """Rackett's equation through one density at 25 °C (kg/m3), or None: a solid, a gas or not known there."""
    tc, pc, T = record['Tc'], record['Pc'], 298.15
    rho, source = SET_VALUES.get((cas, 'rhol')), 'SET'
    if rho is None:
        rho, source = next(((v, k) for k in ('CRCO', 'CRCI') if (v := TABLES.value(k, cas, 'rho'))), (None, None))
        if rho is None or rho < 200 or T > 0.9 * tc or (record['Tm'] or 0) > T or (record['Tb'] or 1e9) < T:
            return None
    z = (pc / (R * tc) / (rho / record['mass'])) ** (1 / (1 + (1 - T / tc) ** (2 / 7)))
    return rackett(z, tc, pc, record, source, how='fitted') if source == 'SET' or 0.2 < z < 0.33 else None


def rackett(z, tc, pc, record, source, how):
    """rho = Pc/(R Tc) / Z^(1 + (1 − Tr)^(2/7)): form 105."""
    t_low = max(record['Tm'] or 0, min(0.4 * tc, 298.15))
    return correlation('105', [pc / (R * tc), z, tc, 2 / 7], t_low, tc, source, how)


def liquid_viscosity(cas, record):
    """Pa s."""
    tc = record['Tc']
    t_low = max(record['Tm'] or 0, 0.35 * tc)
    found = []
    if row := TABLES.values('P313', cas, ['C1', 'C2', 'C3', 'C4', 'C5', 'Tmin', 'Tmax']):
        found.append(correlation('101', row[:5], row[5], min(row[6], 0.98 * tc), 'P313'))
    if row := TABLES.values('VDIv', cas, ['A', 'B', 'C', 'D', 'E']):
        found.append(correlation('vdi-viscosity', row, t_low, min(0.9 * tc, vdi_viscosity_ends(row)), 'VDIv'))
    for key in ('DP', 'VN3'):
        if row := TABLES.values(key, cas, ['A', 'B', 'C', 'Tmin', 'Tmax']):
            c = [(row[0] - 3) * math.log(10), row[1] * math.log(10), -row[2]]
            found.append(correlation('antoine', c, row[3], row[4], key))
    if row := TABLES.values('VN2', cas, ['A', 'B', 'Tmin', 'Tmax']):
        c = [row[0] * math.log(10), row[1] * math.log(10), 0, 0, 0]
        found.append(correlation('101', c, row[2], row[3], 'VN2'))
    if row := ALKANOLAMINES.get(cas):
        found.append(correlation('antoine', [float(row['A']) - math.log(1000), -float(row['B']), float(row['C'])], 293.15, 423.15, 'DIGU'))
    sane = [k for k in found if allowed(cas, 'mul', k['source']) and k['Tmin'] < k['Tmax'] and viscosity_is_sane(k)]
    if (k := first(cas, 'mul', sane)) is not None:
        return k
    row = TABLES.values('JOBACK', cas, ['mul0', 'mul1'])
    if row and row[1] != 0 and record['Tm'] is not None and t_low < 0.7 * tc:
        k = correlation('101', [row[1] + math.log(record['mass'] * 1000), row[0], 0, 0, 0], t_low, 0.7 * tc, 'JOBACK', how='estimated')
        if viscosity_is_sane(k):
            return k
    return None


ALKANOLAMINES = {row['cas']: row for row in rows_beside('alkanolamine-viscosities.csv')}


def vdi_viscosity_ends(row):
    """K below which the form E exp(A x^(1/3) + B x^(4/3)), x = (C − T)/(T − D), still falls: near its C it turns where A < 0."""
    a, b, c, d, _ = row
    if a >= 0 or b <= 0:
        return 0.98 * c
    x = -a / (4 * b)
    return 0.99 * (c + x * d) / (1 + x)


def viscosity_is_sane(k):
    values = [evaluate(k, t) for t in samples(k['Tmin'], k['Tmax'], 40)]
    return all(b <= a for a, b in zip(values, values[1:])) and 5e-6 < values[-1] and values[0] < 1e4


def gas_table(cas, prop, perry, vdi, low_limit):
    """A dilute-gas property: form 102 of Perry, else the polynomial of the VDI."""
    found = []
    if row := TABLES.values(perry, cas, ['C1', 'C2', 'C3', 'C4', 'Tmin', 'Tmax']):
        found.append(correlation('102', row[:4], row[4], row[5], perry))
    if row := TABLES.values(vdi, cas, ['A', 'B', 'C', 'D', 'E']):
        found.append(correlation('100', row, 250, 800, vdi))
    return first(cas, prop, [k for k in found if positive(k, low_limit)])


def first(cas, prop, found):
    """The first of the tables that hold, all of them kept for the comparison; None without any."""
    keep(cas, prop, found)
    return found[0] if found else None


def positive(k, low_limit=0.0):
    return k['Tmin'] < k['Tmax'] and all(evaluate(k, t) > low_limit for t in samples(k['Tmin'], k['Tmax'], 30))


def liquid_conductivity(cas, record):
    """W/(m K)."""
    tc = record['Tc']
    found = []
    if row := TABLES.values('P315', cas, ['C1', 'C2', 'C3', 'C4', 'C5', 'Tmin', 'Tmax']):
        found.append(correlation('100', row[:5], row[5], min(row[6], 0.98 * tc), 'P315'))
    if row := TABLES.values('VDIkl', cas, ['A', 'B', 'C', 'D', 'E']):
        found.append(correlation('100', row, max(record['Tm'] or 0, 0.4 * tc), 0.9 * tc, 'VDIkl'))
    return first(cas, 'kl', [k for k in found if positive(k)])


def stays_above_zero(k):
    """Some sums of powers cross zero below the critical point."""
    return all(evaluate(k, t) > 0 for t in samples(0.9 * k['Tmax'], 0.995 * k['Tmax'], 20))


def surface_tension(cas, record):
    """N/m."""
    tc = record['Tc']
    t_low = max(record['Tm'] or 0, 0.4 * tc)
    found = []
    row = TABLES.values('MUL', cas, ['Tc', 'sigma0', 'n0', 'sigma1', 'n1', 'sigma2', 'n2', 'Tmin'])
    if row and allowed(cas, 'sigma', 'MUL') and abs(row[0] / tc - 1) < 0.02:
        found.append(correlation('power-sum', row[:7], row[7] or t_low, row[0], 'MUL'))
    row = TABLES.values('VDIs', cas, ['Tc', 'A', 'B', 'C', 'D', 'E'])
    if row and allowed(cas, 'sigma', 'VDIs') and abs(row[0] / tc - 1) < 0.02:
        found.append(correlation('106', row, min(t_low, 0.9 * tc), row[0], 'VDIs'))
    held = [k for k in found if stays_above_zero(k)]
    if row := TABLES.values('JAS', cas, ['a', 'b', 'Tmin', 'Tmax']):
        c = [(row[0] + row[1] * 273.15) / 1000, -row[1] / 1000, 0, 0, 0]
        k = correlation('100', c, row[2] or t_low, min(row[3], 0.95 * tc), 'JAS')
        held += [k] if positive(k) else []
    return first(cas, 'sigma', held)

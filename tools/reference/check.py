"""Looks at the reference columns and at the reference values of cubic equations by the formulas alone: plain Python, no package, no code of the product.

    python3 tools/reference/check.py

Every column of columns/*.json: component and heat balances of every stage, equilibrium by Murphree's efficiency, sums, products, specifications and feeds,
from the constants in its file (equations: columns/README.md). Every state of eos-reference.json: its roots Z, ln phi and residual enthalpy. Prints the worst
residual of each and ends with 1 where one is larger than it may be.
"""
import glob
import json
import math
import os
import sys

R = 8.31446261815324  # J/(mol K)
T0 = 298.15  # K
HERE = os.path.dirname(os.path.abspath(__file__))
SQRT2 = math.sqrt(2)


def ideal_gas_enthalpy(component, T):
    a = component['cp_ideal_gas_over_R']['a']
    return R * sum(c * (T ** (k + 1) - T0 ** (k + 1)) / (k + 1) for k, c in enumerate(a))


def vapour_pressure(component, T):
    c1, c2, c3, c4, c5 = component['psat_dippr101_Pa']['C']
    return math.exp(c1 + c2 / T + c3 * math.log(T) + c4 * T**c5)


def heat_of_vaporisation(component, T):
    given = component['hvap_dippr106_J_per_mol']
    c1, c2, c3, c4 = given['C']
    reduced = T / given['Tc']
    return c1 * (1 - reduced) ** (c2 + c3 * reduced + c4 * reduced**2)


def ln_gammas(nrtl, T, x):
    n = range(len(x))
    tau = [[nrtl['tau_a'][i][j] + nrtl['tau_b_K'][i][j] / T if i != j else 0.0 for j in n] for i in n]
    G = [[math.exp(-nrtl['alpha'][i][j] * tau[i][j]) for j in n] for i in n]
    S = [sum(x[k] * G[k][j] for k in n) for j in n]
    C = [sum(x[m] * tau[m][j] * G[m][j] for m in n) / S[j] for j in n]
    return [C[i] + sum(x[j] * G[i][j] / S[j] * (tau[i][j] - C[j]) for j in n) for i in n]


def cubic_roots(c2, c1, c0):
    """Real roots of z^3 + c2 z^2 + c1 z + c0, each polished."""
    p, q = c1 - c2**2 / 3, 2 * c2**3 / 27 - c2 * c1 / 3 + c0
    disc = (q / 2) ** 2 + (p / 3) ** 3
    if disc > 0:
        s = math.sqrt(disc)
        root = lambda v: math.copysign(abs(v) ** (1 / 3), v)
        found = [root(-q / 2 + s) + root(-q / 2 - s)]
    else:
        r = math.sqrt(-p / 3)
        angle = math.acos(max(-1.0, min(1.0, 3 * q / (2 * p * r)))) if p < 0 else 0.0
        found = [2 * r * math.cos((angle - 2 * math.pi * k) / 3) for k in range(3)]
    roots = []
    for t in found:
        z = t - c2 / 3
        for _ in range(8):
            slope = (3 * z + 2 * c2) * z + c1
            if slope:
                z -= (((z + c2) * z + c1) * z + c0) / slope
        roots.append(z)
    return sorted(roots)


class Cubic:
    """P = RT/(V - b) - a/((V + d1 b)(V + d2 b)), classical mixing rules."""

    def __init__(self, model, components, kij):
        self.model, self.components, self.kij = model, components, kij

    def at(self, T, P, x):
        m = self.model
        d1, d2 = m['delta1'], m['delta2']
        n = range(len(x))
        ai, dai, bi = [], [], []
        for c in self.components:
            k = sum(f * c['omega'] ** power for power, f in enumerate(m['m']))
            scale = m['omegaA'] * (R * c['Tc']) ** 2 / c['Pc']
            root = 1 + k * (1 - math.sqrt(T / c['Tc']))
            ai.append(scale * root**2)
            dai.append(-scale * root * k / math.sqrt(T * c['Tc']))
            bi.append(m['omegaB'] * R * c['Tc'] / c['Pc'])
        cross = [[math.sqrt(ai[i] * ai[j]) * (1 - self.kij[i][j]) for j in n] for i in n]
        a = sum(x[i] * x[j] * cross[i][j] for i in n for j in n)
        da = sum(x[i] * x[j] * cross[i][j] * (dai[i] / ai[i] + dai[j] / ai[j]) / 2 for i in n for j in n)
        b = sum(x[i] * bi[i] for i in n)
        A, B = a * P / (R * T) ** 2, b * P / (R * T)
        u, w = d1 + d2, d1 * d2
        roots = cubic_roots((u - 1) * B - 1, A + (w - u) * B**2 - u * B, -(A * B + w * B**2 + w * B**3))
        states = []
        for Z in (z for z in roots if z > B):
            log = math.log((Z + d1 * B) / (Z + d2 * B)) / (d1 - d2)
            ln_phi = [
                bi[i] / b * (Z - 1)
                - math.log(Z - B)
                - A / B * (2 * sum(x[j] * cross[i][j] for j in n) / a - bi[i] / b) * log
                for i in n
            ]
            states.append({'Z': Z, 'lnPhi': ln_phi, 'residualEnthalpy': R * T * (Z - 1) + (T * da - a) / b * log})
        return states


PENG_ROBINSON = {
    'omegaA': 0.45723552892138218938,
    'omegaB': 0.077796073903888455972,
    'm': [0.37464, 1.54226, -0.26992],
    'delta1': 1 + SQRT2,
    'delta2': 1 - SQRT2,
}


class Mixture:
    """K-values and enthalpies of one reference column."""

    def __init__(self, case):
        self.case, self.components = case, case['components']
        if case['model'] == 'peng_robinson':
            pure = [{'Tc': c['Tc_K'], 'Pc': c['Pc_Pa'], 'omega': c['omega']} for c in self.components]
            self.cubic = Cubic(PENG_ROBINSON, pure, case['kij'])

    def phase(self, kind, T, P, x):
        states = self.cubic.at(T, P, x)
        return states[0] if kind == 'liquid' else states[-1]

    def K(self, T, P, x, y):
        if self.case['model'] == 'peng_robinson':
            liquid, vapour = self.phase('liquid', T, P, x), self.phase('vapour', T, P, y)
            return [math.exp(a - b) for a, b in zip(liquid['lnPhi'], vapour['lnPhi'])]
        gammas = ln_gammas(self.case['nrtl'], T, x) if self.case['model'] == 'nrtl' else [0.0] * len(x)
        return [math.exp(g) * vapour_pressure(c, T) / P for g, c in zip(gammas, self.components)]

    def h(self, kind, T, P, x):
        gas = sum(xi * ideal_gas_enthalpy(c, T) for xi, c in zip(x, self.components))
        if self.case['model'] == 'peng_robinson':
            return gas + self.phase(kind, T, P, x)['residualEnthalpy']
        if kind == 'vapour':
            return gas
        heat = gas - sum(xi * heat_of_vaporisation(c, T) for xi, c in zip(x, self.components))
        if self.case['model'] == 'nrtl':
            step = 1e-3 * T
            slope = [
                (8 * (up - down) - (far - low)) / (12 * step)
                for up, down, far, low in zip(*(ln_gammas(self.case['nrtl'], T + k * step, x) for k in (1, -1, 2, -2)))
            ]
            heat -= R * T**2 * sum(xi * s for xi, s in zip(x, slope))
        return heat


def column_residuals(case):
    mixture, column, stages = Mixture(case), case['column'], case['results']['stages']
    products, n = case['results']['products'], len(case['components'])
    fed = sum(f['rate_mol_s'] for f in case['feeds'])
    has_condenser, has_kettle = column['condenser']['type'] == 'total', column['reboiler']['type'] == 'kettle'
    distillate = products['distillate']['rate_mol_s'] if has_condenser else 0.0
    worst = dict.fromkeys(['material', 'heat', 'equilibrium', 'sums', 'feeds', 'specifications'], 0.0)

    def note(kind, value):
        worst[kind] = max(worst[kind], abs(value))

    flows = lambda stage, kind: [stage[kind[0]] * f for f in stage[kind[1]]]
    liquid, vapour = ('L_leaving_mol_s', 'x'), ('V_leaving_mol_s', 'y')
    heats = lambda stage, kind: stage[kind[0]] * mixture.h('liquid' if kind is liquid else 'vapour', stage['T_K'], stage['P_Pa'], stage[kind[1]])
    for k, stage in enumerate(stages):
        is_top, is_last = k == 0, k == len(stages) - 1
        above = stages[k - 1] if k else None
        below = None if is_last else stages[k + 1]
        part = 1 - distillate / above['L_leaving_mol_s'] if above is not None and k == 1 and has_condenser else 1.0
        balance = [0.0] * n
        heat = column['stage_duties_W'][k]
        for sign, source, kind, share in ((1, above, liquid, part), (1, below, vapour, 1.0), (-1, stage, liquid, 1.0), (-1, stage, vapour, 1.0)):
            if source is None or source[kind[0]] == 0:
                continue
            balance = [b + sign * share * f for b, f in zip(balance, flows(source, kind))]
            heat += sign * share * heats(source, kind)
        for feed, flashed in zip(case['feeds'], case['results']['feeds_flashed']):
            if feed['stage'] == k + 1:
                balance = [b + feed['rate_mol_s'] * z for b, z in zip(balance, feed['z'])]
                heat += feed['rate_mol_s'] * flashed['H_J_per_mol']
        if is_top and has_condenser:
            heat += case['results']['condenser_duty_W']
        if is_last and has_kettle:
            heat += case['results']['reboiler_duty_W']
        for b in balance:
            note('material', b / fed)
        note('heat', heat / (fed * 30e3))
        note('sums', sum(stage['x']) - 1)
        note('sums', sum(stage['y']) - 1)
        E = column['murphree_vapour'][k]
        K = mixture.K(stage['T_K'], stage['P_Pa'], stage['x'], stage['y'])
        for i in range(n):
            under = below['y'][i] if E < 1 else 0.0
            note('equilibrium', stage['y'][i] - under - E * (K[i] * stage['x'][i] - under))
    for feed, flashed in zip(case['feeds'], case['results']['feeds_flashed']):
        beta = flashed['vapour_fraction']
        if beta in (0.0, 1.0):
            kind = 'vapour' if beta else 'liquid'
            note('feeds', (mixture.h(kind, flashed['T_K'], flashed['P_Pa'], feed['z']) - flashed['H_J_per_mol']) / 30e3)
    for spec in case['specs']:
        note('specifications', specification(case, spec, stages, products) / spec['value'] - 1)
    return worst


def specification(case, spec, stages, products):
    kind = spec['kind']
    if kind == 'reflux_ratio':
        return stages[0]['L_leaving_mol_s'] / products['distillate']['rate_mol_s'] - 1
    if kind in ('distillate_rate', 'bottoms_rate'):
        return products[kind.split('_')[0]]['rate_mol_s']
    if kind == 'reboiler_duty':
        return case['results']['reboiler_duty_W']
    if kind == 'stage_temperature':
        return stages[spec['stage'] - 1]['T_K']
    product = products[spec['product']]
    i = spec['component']
    if kind == 'mole_fraction':
        return product['composition'][i]
    if kind == 'recovery':
        return product['rate_mol_s'] * product['composition'][i] / sum(f['rate_mol_s'] * f['z'][i] for f in case['feeds'])
    raise ValueError(kind)


def equation_of_state_residual(reference):
    worst = 0.0
    for state in reference['states']:
        mixture = reference['mixtures'][state['mixture']]
        components = [reference['components'][name] for name in mixture['components']]
        found = Cubic(reference['models'][state['model']], components, mixture['kij']).at(state['T'], state['P'], mixture['z'])
        for root in state['roots']:
            near = min(found, key=lambda one: abs(one['Z'] - root['Z']))
            # Near a critical point three roots nearly meet: how far rounding moves them is what the reference says of its own second way.
            allowed = 1e4 * max(state['agreement'].values())
            errors = [near['Z'] / root['Z'] - 1, near['residualEnthalpy'] / (R * state['T']) - root['residualEnthalpy'] / (R * state['T'])]
            errors += [a - b for a, b in zip(near['lnPhi'], root['lnPhi'])]
            worst = max(worst, max(abs(e) for e in errors) / max(1.0, allowed / 1e-9))
    return worst


def main():
    failed = False
    for path in sorted(glob.glob(os.path.join(HERE, 'columns', '*.json'))):
        with open(path, encoding='utf-8') as file:
            case = json.load(file)
        residuals = column_residuals(case)
        bad = [kind for kind, value in residuals.items() if not value < 1e-10]
        failed = failed or bool(bad)
        print(f"{case['id']:>4}  " + '  '.join(f'{kind} {value:.0e}' for kind, value in residuals.items()) + (f'  TOO LARGE: {bad}' if bad else ''))
    with open(os.path.join(HERE, 'eos-reference.json'), encoding='utf-8') as file:
        reference = json.load(file)
    worst = equation_of_state_residual(reference)
    failed = failed or not worst < 1e-9
    print(f"cubic equations: {len(reference['states'])} states, Z, ln phi, residual enthalpy: {worst:.0e}")
    sys.exit(1 if failed else 0)


if __name__ == '__main__':
    main()

"""Fugacity coefficients by PSRK from a numerical derivative of the Helmholtz energy: what core/src/thermo/excessMixing.ts is held against.

Activity coefficients by the UNIFAC of the Python package thermo (published parameters, version 0); everything else here is from the definitions.
Run: python -P tools/reference/psrk.py   (thermo, scipy; -P because fluids.py lies beside it)
"""

from math import log, sqrt

from scipy.optimize import brentq
from thermo.unifac import UNIFAC

R, A1 = 8.31446261815324, -0.64663
OMEGA_A, OMEGA_B = 0.4274802335403414, 0.08664034996495772
# acetone, water: Tc, Pc, acentric factor (typed here and in the test alike)
TC, PC, W = [508.1, 647.096], [4.7e6, 22.064e6], [0.3073, 0.3443]
GROUPS = [{1: 1, 18: 1}, {16: 1}]
B = [OMEGA_B * R * t / p for t, p in zip(TC, PC)]


def pure_a(i, T):
    m = 0.48 + 1.574 * W[i] - 0.176 * W[i] ** 2
    return OMEGA_A * R**2 * TC[i] ** 2 / PC[i] * (1 + m * (1 - sqrt(T / TC[i]))) ** 2


def attraction(T, n):
    """a N^2 and b N of n moles."""
    N = sum(n)
    x = [v / N for v in n]
    gammas = UNIFAC.from_subgroups(T=T, xs=x, chemgroups=GROUPS, version=0).gammas()
    Bn = sum(v * b for v, b in zip(n, B))
    q = sum(v * pure_a(i, T) / (B[i] * R * T) for i, v in enumerate(n))
    q += sum(v * (log(g) + log(Bn / (N * b))) for v, g, b in zip(n, gammas, B)) / A1
    return R * T * Bn * q, Bn


def helmholtz(T, V, n):
    """Residual Helmholtz energy over RT."""
    D, Bn = attraction(T, n)
    return -sum(n) * log(1 - Bn / V) - D / (R * T * Bn) * log(1 + Bn / V)


def pressure(T, V, n):
    D, Bn = attraction(T, n)
    return sum(n) * R * T / (V - Bn) - D / (V * (V + Bn))


def ln_phi(T, P, n, liquid):
    _, Bn = attraction(T, n)
    V = brentq(lambda v: pressure(T, v, n) - P, Bn * 1.0001, Bn * 2.5) if liquid else brentq(
        lambda v: pressure(T, v, n) - P, 0.5 * R * T / P, 1.5 * R * T / P
    )
    Z, h = P * V / (R * T), 1e-5
    out = []
    for i in range(len(n)):
        up, down = list(n), list(n)
        up[i] += h
        down[i] -= h
        out.append((helmholtz(T, V, up) - helmholtz(T, V, down)) / (2 * h) - log(Z))
    return out, V


for liquid, n in ((True, [0.3, 0.7]), (False, [0.8, 0.2])):
    print("liquid" if liquid else "vapour", n, *ln_phi(400.0, 8e5, n, liquid))

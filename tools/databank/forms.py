"""The correlation forms of packages/core/src/properties/correlation.ts, for choosing and checking at build time."""

import math

import numpy as np

R = 8.314462618  # J/(mol K)


def correlation(form, c, t_min, t_max, source, how=None):
    """One correlation as a record keeps it; `how` is 'fitted' or 'estimated' where it was not taken from a table as it stands."""
    out = {'form': form, 'c': [rounded(x) for x in c], 'Tmin': rounded(t_min, 7), 'Tmax': rounded(t_max, 7), 'source': source}
    return out if how is None else {**out, 'how': how}


def rounded(x, digits=10):
    return float(f'{x:.{digits}g}') + 0.0


def evaluate(k, T):
    c, t = k['c'], None
    match k['form']:
        case '100':
            return sum(a * T**i for i, a in enumerate(c))
        case '101':
            return math.exp(c[0] + c[1] / T + c[2] * math.log(T) + c[3] * T ** c[4])
        case '102':
            return c[0] * T ** c[1] / (1 + c[2] / T + c[3] / T**2)
        case '105':
            return c[0] / c[1] ** (1 + max(0.0, 1 - T / c[2]) ** c[3])
        case '106':
            tr = T / c[0]
            return c[1] * max(0.0, 1 - tr) ** (c[2] + tr * (c[3] + tr * (c[4] + tr * c[5])))
        case '107':
            u, v = c[2] / T, c[4] / T
            return c[0] + c[1] * (u / math.sinh(u)) ** 2 + c[3] * (v / math.cosh(v)) ** 2
        case '114':
            tc, a, b, cc, d = c
            t = 1 - T / tc
            return a * a / t + b - t * (2 * a * cc + t * (a * d + t * (cc * cc / 3 + t * (cc * d / 2 + t * d * d / 5))))
        case '116':
            t = max(0.0, 1 - T / c[0])
            return c[1] + c[2] * t**0.35 + c[3] * t ** (2 / 3) + c[4] * t + c[5] * t ** (4 / 3)
        case 'antoine':
            return math.exp(c[0] - c[1] / (T + c[2]))
        case 'wagner-25' | 'wagner-36':
            return math.exp(math.log(c[1]) + wagner_terms(T, c[0], k['form']) @ np.array(c[2:]))
        case 'vdi-hvap':
            t = max(0.0, 1 - T / c[0])
            return R * c[0] * (c[1] * t ** (1 / 3) + c[2] * t ** (2 / 3) + c[3] * t + c[4] * t**2 + c[5] * t**6)
        case 'vdi-viscosity':
            x = (c[2] - T) / (T - c[3])
            cube = math.copysign(abs(x) ** (1 / 3), x)
            return c[4] * math.exp(c[0] * cube + c[1] * cube * x)
        case 'trc':
            y = (T - c[7]) / (T + c[6]) if T > c[7] else 0.0
            tail = (c[4] - c[5] / (T - c[7]) ** 2) * y**8 if y > 0 else 0.0
            return R * (c[0] + c[1] / T**2 * math.exp(-c[2] / T) + c[3] * y * y + tail)
        case 'shomate':
            return c[0] + T * (c[1] + T * (c[2] + T * c[3])) + c[4] / T**2
        case 'quasi-polynomial':
            tr = T / c[0]
            return R * (c[1] * math.log(1 - tr) + c[2] / (1 - tr) + c[3] + tr * (c[4] + tr * (c[5] + tr * c[6])))
        case 'power-sum':
            t = max(0.0, 1 - T / c[0])
            return c[1] * t ** c[2] + c[3] * t ** c[4] + c[5] * t ** c[6]
    raise ValueError(k['form'])


def wagner_terms(T, tc, form):
    tr = T / tc
    t = max(0.0, 1 - tr)
    powers = (1, 1.5, 2.5, 5) if form == 'wagner-25' else (1, 1.5, 3, 6)
    return np.array([t**p for p in powers]) / tr


def slope(k, T):
    h = 1e-4 * T
    return (evaluate(k, T + h) - evaluate(k, T - h)) / (2 * h)


def samples(low, high, n):
    return [low + (high - low) * i / (n - 1) for i in range(n)]


def fit_linear(terms, points, weights=None):
    """Least squares of sum c_k terms_k(T) through points [(T, value)], each weighted by 1/|value| unless weights are given."""
    w = np.array([1 / abs(v) for _, v in points]) if weights is None else np.array(weights)
    a = np.array([terms(t) for t, _ in points]) * w[:, None]
    b = np.array([v for _, v in points]) * w
    return np.linalg.lstsq(a, b, rcond=None)[0]


def fit_polynomial(points, degree):
    """Form 100; solved in T/1000, so that the normal equations stay well conditioned."""
    c = fit_linear(lambda t: [(t / 1000) ** i for i in range(degree + 1)], points)
    return [*(x / 1000**i for i, x in enumerate(c)), *[0.0] * (4 - degree)]


def fit_vdi_hvap(tc, points):
    return [tc, *(x / (R * tc) for x in fit_linear(lambda T: [(1 - T / tc) ** p for p in (1 / 3, 2 / 3, 1, 2, 6)], points))]


def fit_wagner(tc, pc, points, weights):
    """W25 through (tc, pc): linear in A to D on ln(P/pc); points are (T, P)."""
    logs = [(t, math.log(p / pc)) for t, p in points]
    return [tc, pc, *fit_linear(lambda t: wagner_terms(t, tc, 'wagner-25'), logs, weights)]


def fit_antoine(points):
    """Points (T, P): T ln P = A T + (A C − B) − C ln P is linear in A, A C − B and C."""
    logs = [(t, math.log(p)) for t, p in points]
    a = np.array([[t, 1.0, -y] for t, y in logs])
    A, rest, C = np.linalg.lstsq(a, np.array([t * y for t, y in logs]), rcond=None)[0]
    return [A, A * C - rest, C]


def fit_116(tc, points):
    return [tc, *fit_linear(lambda T: [(1 - T / tc) ** p for p in (0, 0.35, 2 / 3, 1, 4 / 3)], points)]

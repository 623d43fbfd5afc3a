"""NRTL parameters of 2-butanone/toluene at 50 degC by SciPy's trust-region least squares: what core/src/regression is held against.

Data: Smith, Van Ness & Abbott, 7th ed. (2005), Table 12.1. Objective: sum of ((ln P calc - ln P)/0.005)^2 + ((y calc - y)/0.005)^2, alpha = 0.3.
Run: python tools/reference/regression.py   (numpy, scipy)
"""

import numpy as np
from scipy.optimize import least_squares
from scipy.stats import t

ROWS = np.array(
    [
        [0.0895, 15.51, 0.2716],
        [0.1981, 18.61, 0.4565],
        [0.3193, 21.63, 0.5934],
        [0.4232, 24.01, 0.6815],
        [0.5119, 25.92, 0.7440],
        [0.6096, 27.96, 0.8050],
        [0.7135, 30.12, 0.8639],
        [0.7934, 31.75, 0.9048],
        [0.9102, 34.15, 0.9590],
    ]
)
T, P1, P2, ALPHA = 323.15, 36.09, 12.30, 0.3
X1, P, Y = ROWS.T
X2 = 1 - X1


def residuals(b):
    tau12, tau21 = b / T
    g12, g21 = np.exp(-ALPHA * tau12), np.exp(-ALPHA * tau21)
    ln1 = X2**2 * (tau21 * (g21 / (X1 + X2 * g21)) ** 2 + tau12 * g12 / (X2 + X1 * g12) ** 2)
    ln2 = X1**2 * (tau12 * (g12 / (X2 + X1 * g12)) ** 2 + tau21 * g21 / (X1 + X2 * g21) ** 2)
    p1, p2 = X1 * np.exp(ln1) * P1, X2 * np.exp(ln2) * P2
    return np.concatenate([np.log((p1 + p2) / P) / 0.005, (p1 / (p1 + p2) - Y) / 0.005])


fit = least_squares(residuals, [-200.0, 300.0], xtol=1e-15, ftol=1e-15, gtol=1e-15, x_scale=[100, 100])
freedom = 2 * len(ROWS) - 2
covariance = np.linalg.inv(fit.jac.T @ fit.jac) * 2 * fit.cost / freedom
widths = t.ppf(0.975, freedom) * np.sqrt(np.diag(covariance))
print("b12, b21, K:", fit.x)
print("half widths of 95 %:", widths)
print("correlation:", covariance[0, 1] / np.sqrt(covariance[0, 0] * covariance[1, 1]))
print("chi square:", 2 * fit.cost, "evaluations:", fit.nfev)

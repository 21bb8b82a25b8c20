"""Trends, changes and intervals of series of readings, by statsmodels and scipy (Debian: python3-statsmodels, python3-scipy).

Writes the text of src/chemistry/readings/readings-check.json, against which readings.test.ts holds the product's own.
Run: /usr/bin/python3 scripts/references/readings.py
"""

import json

import numpy as np
import statsmodels.api as sm
from scipy import optimize, stats

rng = np.random.default_rng(20261127)
N = 26
days = np.round(np.cumsum(rng.choice([2.0, 3.0, 4.0, 7.0], size=N)) + rng.uniform(0, 0.4, size=N), 3)
sd = np.where(np.arange(N) % 5 == 0, 0.2, 0.1)
truth = 8.2 + 0.3 * np.sin(days / 17) - np.maximum(0, days - 60) * 0.02
value = np.round(truth + sd * rng.normal(size=N), 3)
value[9] += 1.5  # a slip


def reach(at):
    return max(7.0, np.sort(np.abs(days - at))[5] * 1.0001)


def line(at, belief):
    far = np.abs(days - at) / reach(at)
    weights = np.where(far < 1, (1 - far**3) ** 3, 0) * belief / sd**2
    used = weights > 0
    x = sm.add_constant(days[used] - at)
    fit = sm.WLS(value[used], x, weights=weights[used]).fit()
    # The share of each reading: the rows of (X'WX)^-1 X'W, for errors that are known.
    shares = np.linalg.solve(x.T @ (weights[used][:, None] * x), x.T * weights[used])
    errors = np.sqrt((shares**2) @ (sd[used] ** 2))
    hat = np.zeros(len(days))
    hat[used] = shares[0]
    return fit.params, errors, hat


belief = np.ones(N)
for _ in range(3):
    lines = [line(at, belief) for at in days]
    free = np.array([max(0.05, 1 - lines[i][2][i]) for i in range(N)])
    residual = (value - np.array([each[0][0] for each in lines])) / sd / np.sqrt(free)
    usual = max(0.6745, np.median(np.abs(residual)))
    belief = np.maximum(0, 1 - (residual / (6 * usual)) ** 2) ** 2
own = [line(at, belief) for at in days]
residual = np.array([(value[i] - own[i][0][0]) / sd[i] for i in range(N)])
degrees = max(0.5, belief.sum() - sum(own[i][2][i] for i in range(N)))
scatter = np.sqrt(max(1, (belief * residual**2).sum() / degrees))
moments = [float(days[0]), 20.0, 47.5, 80.0, float(days[-1])]
trend = []
for at in moments:
    params, errors, _ = line(at, belief)
    trend.append([at, params[0], errors[0] * scatter, params[1], errors[1] * scatter])

# A bent line, by least squares over all three figures and the day.
kept = belief > 0.1
x, y, w = days[kept], value[kept], sd[kept]


def bent(day, level, before, change, at):
    return level + before * day + change * np.maximum(0, day - at)


found, _ = optimize.curve_fit(bent, x, y, p0=[8.2, 0, -0.02, 55], sigma=w, absolute_sigma=True)
left = (((y - bent(x, *found)) / w) ** 2).sum()

a, b = value[kept][:8], value[kept][8:20]
welch = stats.ttest_ind(b, a, equal_var=False)
variance = a.var(ddof=1) / len(a) + b.var(ddof=1) / len(b)
freedom = variance**2 / ((a.var(ddof=1) / len(a)) ** 2 / (len(a) - 1) + (b.var(ddof=1) / len(b)) ** 2 / (len(b) - 1))
half = stats.t.ppf(0.975, freedom) * np.sqrt(variance)
rate = stats.linregress(x[8:20], y[8:20])
paired = value[kept][:10] - value[kept][10:20]
pair_half = stats.t.ppf(0.975, 9) * paired.std(ddof=1) / np.sqrt(10)
assert abs(stats.ttest_rel(value[kept][:10], value[kept][10:20]).statistic - paired.mean() / (paired.std(ddof=1) / np.sqrt(10))) < 1e-9

print(
    json.dumps(
        {
            "days": days.tolist(),
            "value": value.tolist(),
            "sd": sd.tolist(),
            "belief": belief.tolist(),
            "scatter": scatter,
            "trend": trend,
            "bent": {"at": found[3], "before": found[1], "change": found[2], "left": left},
            "welch": {
                "difference": b.mean() - a.mean(),
                "low": b.mean() - a.mean() - half,
                "high": b.mean() - a.mean() + half,
                "p": welch.pvalue,
            },
            "rate": {"slope": rate.slope, "sd": rate.stderr},
            "paired": {"mean": paired.mean(), "half": pair_half},
            "t95": [[n, stats.t.ppf(0.975, n)] for n in [1, 2, 2.5, 3, 4, 5, 7.3, 10, 20, 50, 200]],
            "deviation": [[n, np.sqrt(n / stats.chi2.ppf(0.975, n)), np.sqrt(n / stats.chi2.ppf(0.025, n))] for n in [5, 8, 10, 20, 40]],
        },
        indent=1,
    )
)

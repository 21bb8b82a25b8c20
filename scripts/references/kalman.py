"""Filter and smoother of a time-varying linear Gaussian model, by statsmodels (Debian: python3-statsmodels).

Writes src/chemistry/consumption/kalman-check.json, against which kalman.test.ts holds the product's own.
Run: /usr/bin/python3 scripts/references/kalman.py
"""

import json
import pathlib

import numpy as np
from statsmodels.tsa.statespace.kalman_smoother import KalmanSmoother

rng = np.random.default_rng(20261126)
STATES, STEPS, SEEN = 4, 40, 2

transition = np.zeros((STATES, STATES, STEPS))
noise = np.zeros((STATES, STATES, STEPS))
intercept = np.zeros((STATES, STEPS))
design = np.zeros((SEEN, STATES, STEPS))
obs_cov = np.zeros((SEEN, SEEN, STEPS))
for t in range(STEPS):
    days = rng.uniform(0.5, 9)
    kept = rng.choice([1.0, 0.9, 0.8])
    # Two levels that fall with a common rate, the second with one of its own as well.
    transition[:, :, t] = [[kept, 0, -days, 0], [0, kept, -20 * days, -days], [0, 0, 1, 0], [0, 0, 0, 1]]
    root = rng.normal(size=(STATES, STATES)) * 0.05
    noise[:, :, t] = root @ root.T
    intercept[:, t] = [rng.uniform(0, 1), rng.uniform(0, 20), 0, 0]
    design[:, :, t] = [[1, 0, 0, 0], [0, 1, 0, 0.3]]
    obs_cov[:, :, t] = np.diag([0.04**2, 8.0**2]) * rng.uniform(0.5, 2)

mean = np.array([3.0, 420.0, 0.1, 0.0])
covariance = np.diag([0.5, 400.0, 0.04, 0.25])
observed = np.zeros((SEEN, STEPS))
state = mean + np.sqrt(np.diag(covariance)) * rng.normal(size=STATES)
for t in range(STEPS):
    observed[:, t] = design[:, :, t] @ state + np.sqrt(np.diag(obs_cov[:, :, t])) * rng.normal(size=SEEN)
    state = transition[:, :, t] @ state + intercept[:, t] + np.linalg.cholesky(noise[:, :, t] + 1e-12 * np.eye(STATES)) @ rng.normal(size=STATES)
missing = rng.uniform(size=(SEEN, STEPS)) < 0.25
observed[missing] = np.nan

model = KalmanSmoother(k_endog=SEEN, k_states=STATES)
model.bind(observed.copy(order="F"))
model["design"] = design
model["obs_cov"] = obs_cov
model["transition"] = transition
model["state_intercept"] = intercept
model["selection"] = np.eye(STATES)
model["state_cov"] = noise
model.initialize_known(mean, covariance)
result = model.smooth()

series = {
    "mean": mean.tolist(),
    "covariance": covariance.tolist(),
    # In statsmodels the transition at t leads to t + 1; here it leads to t, so the first stands still.
    "steps": [
        {
            "transition": (np.eye(STATES) if t == 0 else transition[:, :, t - 1]).tolist(),
            "input": ([0.0] * STATES if t == 0 else intercept[:, t - 1].tolist()),
            "noise": (np.zeros((STATES, STATES)) if t == 0 else noise[:, :, t - 1]).tolist(),
            "measured": [
                {"row": design[i, :, t].tolist(), "value": observed[i, t], "variance": obs_cov[i, i, t]}
                for i in range(SEEN)
                if not missing[i, t]
            ],
        }
        for t in range(STEPS)
    ],
    "logLikelihood": float(result.llf),
    "filteredMean": result.filtered_state[:, -1].tolist(),
    "filteredCovariance": result.filtered_state_cov[:, :, -1].tolist(),
    "smoothedMean": result.smoothed_state.T.tolist(),
    "smoothedVariance": [np.diag(result.smoothed_state_cov[:, :, t]).tolist() for t in range(STEPS)],
}
out = pathlib.Path(__file__).parents[2] / "src/chemistry/consumption/kalman-check.json"
out.write_text(json.dumps(series) + "\n")

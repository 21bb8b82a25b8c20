"""How long TEOS-10's C library (Debian's python3-gsw) takes for the points of `npm run bench`, in ms: practical salinity from
conductivity and density, a million of each. Median of five."""

import time

import gsw
import numpy as np

n = 1_000_000
i = np.arange(n)
temperature = 15 + (i % 997) * 0.02
conductivity = gsw.C_from_SP(30 + (i % 1009) * 0.01, temperature, 0)
absolute = gsw.SR_from_SP(30 + (i % 1009) * 0.01)
times = []
for _ in range(5):
    begin = time.perf_counter()
    gsw.SP_from_C(conductivity, temperature, 0)
    gsw.rho_t_exact(absolute, temperature, 0)
    times.append((time.perf_counter() - begin) * 1000)
print(sorted(times)[2])

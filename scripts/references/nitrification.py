"""Ammonia and nitrite under growing bacteria (Monod) by general-purpose integration (Debian's python3-scipy), written apart
from the product. Prints the table that src/chemistry/tank-model/nitrification-check.csv holds.

Four made-up tanks of 100 L: a dose at plenty; a slow feed at 21 degrees with a second dose and a change of water; much
ammonia that holds the second step back; an evaporating tank without top-off. Growth a day, half-saturations, decay and the
slowing by ammonia stand below and in the product's test; warmth by ASM1 (0.8 at 20, 0.3 at 10 degrees).
"""

from scipy.integrate import solve_ivp

GROWTH, HALF, DECAY, HOLDS = (0.52, 0.42), (0.4, 0.8), (0.04, 0.04), 8.0
H, N, O = 1.008, 14.007, 15.999
NH3, NO2, NO3 = N + 3 * H, N + 2 * O, N + 3 * O
TANKS = {
    "dosed": dict(t=25, a=200, p=(1.5, 0.4), feed=0, evaporates=0, jumps={}),
    "fed": dict(t=21, a=0, p=(6, 2), feed=12, evaporates=0, jumps={9: ("dose", 80), 15: ("change", 0.2)}),
    "too much": dict(t=27, a=900, p=(4, 4), feed=0, evaporates=0, jumps={}),
    "evaporating": dict(t=25, a=150, p=(10, 10), feed=5, evaporates=1.5, jumps={}),
}


def slopes(tank):
    ease = (0.8 / 0.3) ** ((min(tank["t"], 30) - 25) / 10)

    def f(t, y):
        a, n, p1, p2, _, _ = y
        v = 100 - tank["evaporates"] * t
        fed1 = a / (a + HALF[0] * v)
        fed2 = n / (n + HALF[1] * v) / (1 + a / v / HOLDS)
        first, second = p1 * fed1 * ease, p2 * fed2 * ease
        return [tank["feed"] - first, first * NO2 / NH3 - second,
                p1 * (GROWTH[0] * fed1 - DECAY[0]) * ease, p2 * (GROWTH[1] * fed2 - DECAY[1]) * ease,
                second * NO3 / NO2, -2 * first / NH3]

    return f


print("tank,day,ammonia,nitrite,nitrate,alkalinity")
for name, tank in TANKS.items():
    y = [tank["a"], 0, *tank["p"], 0, 250.0]
    for day in range(0, 41):
        v = 100 - tank["evaporates"] * day
        if day % 2 == 0:
            print(f"{name},{day},{abs(y[0]) / v:.6f},{abs(y[1]) / v:.6f},{y[4] / v:.6f},{y[5] / v:.6f}")
        jump = tank["jumps"].get(day)
        if jump and jump[0] == "dose":
            y[0] += jump[1]
        if jump and jump[0] == "change":
            y = [y[0] * (1 - jump[1]), y[1] * (1 - jump[1]), y[2], y[3], y[4] * (1 - jump[1]),
                 y[5] * (1 - jump[1]) + 2.5 * 100 * jump[1]]
        run = solve_ivp(slopes(tank), (day, day + 1), y, method="DOP853", rtol=1e-12, atol=1e-12)
        y = list(run.y[:, -1])

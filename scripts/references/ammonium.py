"""pK of ammonium and the un-ionised share of ammonia, evaluated apart from the product (plain Python).

Clegg and Whitfield 1995 on the total scale, coefficients from memory; the total scale from an NBS pH by way of the seawater
scale and Takahashi et al. 1982, as in tank_model.py. Prints what src/chemistry/nitrogen/ammonium-check.csv holds.
"""

import math


def nbs_offset(s, celsius):
    """pH on the NBS scale less pH on the total scale."""
    t = celsius + 273.15
    ionic = 19.924 * s / (1000 - 1.005 * s)
    ln = math.log(t)
    ks = math.exp(-4276.1 / t + 141.328 - 23.093 * ln + (-13856 / t + 324.57 - 47.986 * ln) * math.sqrt(ionic)
                  + (35474 / t - 771.54 + 114.723 * ln) * ionic - 2698 / t * ionic**1.5 + 1776 / t * ionic**2
                  + math.log(1 - 0.001005 * s))
    kf = math.exp(874 / t - 9.68 + 0.111 * math.sqrt(s))
    st, ft = 0.14 / 96.062 * s / 1.80655, 0.000067 / 18.998 * s / 1.80655
    to_seawater = -math.log10((1 + st / ks + ft / kf) / (1 + st / ks))
    return to_seawater - math.log10(1.2948 - 0.002036 * t + (0.0004607 - 1.475e-6 * t) * s**2)


TERMS = (
    (0.25, (0.04203362, 0, 0, -11.24742)),
    (0.5, (-13.6416, 1.176949, -0.02860785, 545.4834)),
    (1.5, (-0.1462507, 0.0090226468, -0.0001471361, 10.5425)),
    (2, (0.004669309, -0.0001691742, 0, -0.5677934)),
    (2.5, (-2.354039e-05, 0, 0, 0.009698623)),
)


def pk(s, celsius):
    t = celsius + 273.15
    basis = (1, t**0.5, t, 1 / t)
    total = 9.244605 + 2729.33 * (1 / t - 1 / 298.15)
    for power, row in TERMS:
        total += s**power * sum(c * b for c, b in zip(row, basis))
    return -math.log10(10**-total * (1 - 0.001005 * s))


print("salinity,temperature,pH NBS,pK,share")
for s in (25, 33, 35, 38):
    for celsius in (18, 25, 29):
        for ph in (7.6, 8.0, 8.4):
            total = ph - nbs_offset(s, celsius)
            print(f"{s},{celsius},{ph},{pk(s, celsius):.6f},{1 / (1 + 10 ** (pk(s, celsius) - total)):.8f}")

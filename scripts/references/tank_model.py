"""The tank model by general-purpose numerical integration (Debian's python3-scipy), written apart from the product.

Reads the three made-up tanks of tanks.json and prints the table that src/chemistry/tank-model/tank-model-check.csv holds:
every six hours for 30 days. Volume, salt, alkalinity and dissolved carbon are integrated together by an eighth-order method
at tight tolerance, stopped at every switch; the carbonate system is solved by Brent's method. The constants are evaluated
from Dickson, Sabine and Christian 2007, chapter 5, at the salinity and temperature of the moment; density by EOS-80.
"""

import json
import math
import pathlib

from scipy.integrate import solve_ivp
from scipy.optimize import brentq


def density(s, t):
    t = t * 1.00024
    pure = 999.842594 + 6.793952e-2 * t - 9.09529e-3 * t**2 + 1.001685e-4 * t**3 - 1.120083e-6 * t**4 + 6.536332e-9 * t**5
    a = 8.24493e-1 - 4.0899e-3 * t + 7.6438e-5 * t**2 - 8.2467e-7 * t**3 + 5.3875e-9 * t**4
    b = -5.72466e-3 + 1.0227e-4 * t - 1.6546e-6 * t**2
    return (pure + a * s + b * s**1.5 + 4.8314e-4 * s**2) / 1000


def constants(s, celsius):
    t = celsius + 273.15
    ln, root = math.log(t), math.sqrt(s)
    ionic = 19.924 * s / (1000 - 1.005 * s)
    k0 = math.exp(93.4517 * 100 / t - 60.2409 + 23.3585 * math.log(t / 100)
                  + s * (0.023517 - 0.023656 * t / 100 + 0.0047036 * (t / 100) ** 2))
    k1 = 10 ** (-3633.86 / t + 61.2172 - 9.6777 * ln + 0.011555 * s - 0.0001152 * s**2)
    k2 = 10 ** (-471.78 / t - 25.9290 + 3.16967 * ln + 0.01781 * s - 0.0001122 * s**2)
    kb = math.exp((-8966.90 - 2890.53 * root - 77.942 * s + 1.728 * s**1.5 - 0.0996 * s**2) / t
                  + 148.0248 + 137.1942 * root + 1.62142 * s
                  - (24.4344 + 25.085 * root + 0.2474 * s) * ln + 0.053105 * root * t)
    kw = math.exp(148.9652 - 13847.26 / t - 23.6521 * ln
                  + (-5.977 + 118.67 / t + 1.0495 * ln) * root - 0.01615 * s)
    ks = math.exp(-4276.1 / t + 141.328 - 23.093 * ln
                  + (-13856 / t + 324.57 - 47.986 * ln) * math.sqrt(ionic)
                  + (35474 / t - 771.54 + 114.723 * ln) * ionic
                  - 2698 / t * ionic**1.5 + 1776 / t * ionic**2 + math.log(1 - 0.001005 * s))
    kf = math.exp(874 / t - 9.68 + 0.111 * root)
    st, ft, bt = 0.14 / 96.062 * s / 1.80655, 0.000067 / 18.998 * s / 1.80655, 0.0004157 * s / 35
    to_seawater = -math.log10((1 + st / ks + ft / kf) / (1 + st / ks))
    f_h = 1.2948 - 0.002036 * t + (0.0004607 - 1.475e-6 * t) * s**2
    return k0, k1, k2, kb, kw, ks, kf, st, ft, bt, to_seawater - math.log10(f_h)


def carbonate(alkalinity, dic, s, celsius):
    """pH (NBS), pCO2 in uatm and dissolved CO2 in mmol/L, from mmol/L."""
    rho = density(s, celsius)
    k0, k1, k2, kb, kw, ks, kf, st, ft, bt, offset = constants(s, celsius)
    a, c = alkalinity / rho / 1000, dic / rho / 1000

    def excess(ph):
        h = 10**-ph
        free = h / (1 + st / ks)
        return (c * k1 * (h + 2 * k2) / (h * h + k1 * h + k1 * k2) + bt * kb / (kb + h) + kw / h
                - free - st / (1 + ks / free) - ft / (1 + kf / h) - a)

    ph = brentq(excess, 2, 13, xtol=1e-13, rtol=1e-14)
    h = 10**-ph
    co2 = c * h * h / (h * h + k1 * h + k1 * k2)
    return ph + offset, co2 / k0 * 1e6, co2 * 1000 * rho, k0 * 1000 * rho


DAYS = 30


def run(tank):
    """Yields the state every six hours; y = volume, salinity x L, mmol alkalinity, mmol carbon."""
    start = tank["start"]
    v = start["volumeL"]
    y = [v] + [start[name] * v for name in ("salinity", "alkalinity", "dic")]
    events = sorted(tank["events"], key=lambda event: event["day"])
    temperature, air, evaporation, holds = start["temperatureC"], None, 0.0, None
    rates, loops = {}, {}

    stops = {day / 4 for day in range(DAYS * 4 + 1)} | {event["day"] for event in events}
    for event in events:
        if "hours" in event:
            for day in range(-1, DAYS + 1):
                stops |= {day + event["hours"][0] / 24, day + sum(event["hours"]) / 24}
    stops = sorted(stop for stop in stops if 0 <= stop <= DAYS)

    for i, day in enumerate(stops):
        if (day * 4) % 1 == 0:
            volume, s, a, c = y[0], y[1] / y[0], y[2] / y[0], y[3] / y[0]
            yield day, volume, s, a, c, *carbonate(a, c, s, temperature)[:2]
        for event in (each for each in events if each["day"] == day):
            kind = event["kind"]
            if kind == "air":
                air = event["co2Uatm"], event["exchangePerDay"]
            elif kind == "temperature":
                temperature = event["temperatureC"]
            elif kind == "evaporation":
                evaporation = event["litresPerDay"]
            elif kind == "top-off":
                holds = event["holdsL"]
            elif kind == "rate":
                rates[event["source"]] = event
            elif kind == "loop":
                loops[event["source"]] = event
            elif kind == "addition":
                y[2] += event["alkalinity"]
                y[3] += event["dic"]
            elif kind == "exchange":
                share = event["volumeL"] / y[0]
                for j, name in enumerate(("salinity", "alkalinity", "dic")):
                    y[j + 1] += share * (event[name] * y[0] - y[j + 1])
        if i + 1 == len(stops):
            return
        if holds is not None and y[0] < holds:
            y[0] = holds
        middle = (day + stops[i + 1]) / 2
        drip, alkalinity_in, dic_in = 0.0, 0.0, 0.0
        for rate in rates.values():
            share = 1.0
            if "hours" in rate:
                opens, lasts = rate["hours"]
                share = 24 / lasts if (middle - opens / 24) % 1 < lasts / 24 else 0.0
            drip += share * rate.get("litresPerDay", 0)
            alkalinity_in += share * rate["perDay"].get("alkalinity", 0)
            dic_in += share * rate["perDay"].get("dic", 0)
        gain = drip - evaporation

        def slopes(_, z, held):
            volume = z[0]
            a, c = z[2] / volume, z[3] / volume
            _, _, co2, henry = carbonate(a, c, z[1] / volume, temperature)
            carbon = dic_in + air[1] * volume * (air[0] * 1e-6 * henry - co2)
            base = alkalinity_in
            for loop in loops.values():
                base += loop["litresPerDay"] * (loop["returns"]["alkalinity"] - a)
                carbon += loop["litresPerDay"] * (loop["returns"]["dic"] - c)
            return [0 if held else gain, 0, base, carbon]

        at, end = day, stops[i + 1]
        while at < end:
            held = holds is not None and gain < 0 and y[0] <= holds + 1e-12
            mark = lambda _, z, held: z[0] - holds if holds is not None and gain < 0 and not held else 1.0
            mark.terminal, mark.direction = True, -1
            solved = solve_ivp(slopes, (at, end), y, method="DOP853", rtol=1e-10, atol=1e-9, args=(held,), events=mark)
            y, at = list(solved.y[:, -1]), solved.t[-1]
            if solved.status == 1:
                y[0] = holds


print("tank,day,volume_l,salinity,alkalinity_mmol_per_l,dic_mmol_per_l,ph_nbs,pco2_uatm")
for number, each in enumerate(json.loads((pathlib.Path(__file__).parent / "tanks.json").read_text())):
    for day, volume, s, a, c, ph, pco2 in run(each):
        print(f"{number},{day:.2f},{volume:.6f},{s:.7f},{a:.7f},{c:.7f},{ph:.6f},{pco2:.4f}")

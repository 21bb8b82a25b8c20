"""Seawater by TEOS-10's own library (Debian's python3-gsw): practical salinity, conductivity and density over a grid.

Prints the table that src/chemistry/seawater/seawater-check.csv holds. Salinity is turned into absolute salinity by the
reference composition (SR_from_SP), as aquarium water has no place on the globe.
"""

import gsw

print("salinity,temperature_c,conductivity_ms_per_cm,density_kg_per_m3,pure_water_kg_per_m3")
for salinity in [2, 5, 8, 12, 16, 20, 24, 27, 30, 31, 32, 33, 34, 35, 36, 37, 38, 40, 42]:
    for temperature in [5, 10, 15, 18, 20, 22, 24, 25, 26, 27, 28, 30, 33, 36, 40]:
        absolute = gsw.SR_from_SP(salinity)
        density = gsw.rho_t_exact(absolute, temperature, 0)
        water = gsw.rho_t_exact(0, temperature, 0)
        conductivity = gsw.C_from_SP(salinity, temperature, 0)
        print(f"{salinity},{temperature},{conductivity:.7f},{density:.6f},{water:.6f}")

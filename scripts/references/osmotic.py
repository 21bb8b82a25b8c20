"""Osmotic pressure of thin sea-salt water by TEOS-10 (Debian's python3-gsw): the chemical potential of water, times its density.

Prints the table that src/chemistry/source-water/osmotic-check.csv holds. Absolute salinity g/kg, temperature °C (ITS-90),
dissolved solids mg/L, osmotic pressure kPa.
"""

import gsw

print("absolute_salinity,temperature_c,tds_mg_per_l,osmotic_kpa")
for salinity in (0.1, 0.3, 0.6, 1, 3, 5, 10):
    for temperature in (5, 10, 15, 20, 25, 30):
        pure = gsw.chem_potential_water_t_exact(0, temperature, 0)
        salt = gsw.chem_potential_water_t_exact(salinity, temperature, 0)
        pressure = (pure - salt) * gsw.rho_t_exact(0, temperature, 0)
        solids = salinity * gsw.rho_t_exact(salinity, temperature, 0)
        print(f"{salinity},{temperature},{solids:.4f},{pressure:.4f}")

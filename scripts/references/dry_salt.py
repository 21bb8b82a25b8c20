"""Dry sea salt in a litre of seawater by TEOS-10 (Debian's python3-gsw): absolute salinity times density.

Prints the table that src/chemistry/mixing/dry-salt-check.csv holds. It is what a boxed salt with no water in it would take.
"""

import gsw

print("salinity,temperature_c,dry_salt_g_per_l")
for salinity in (20, 25, 28, 30, 32, 33, 34, 35, 36, 38, 40):
    for temperature in (15, 20, 25, 28):
        absolute = gsw.SR_from_SP(salinity)
        print(f"{salinity},{temperature},{absolute * gsw.rho_t_exact(absolute, temperature, 0) / 1000:.6f}")

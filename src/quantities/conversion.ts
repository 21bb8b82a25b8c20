/** 1 US gallon, exact by definition (231 cubic inches). */
export const L_PER_US_GALLON = 3.785411784;
/** 1 imperial gallon, exact by definition. */
export const L_PER_IMPERIAL_GALLON = 4.54609;
/** 1 pound, exact by definition. */
export const G_PER_POUND = 453.59237;
/** 1 pound-force per square inch in kPa: exact by definition. */
export const KPA_PER_PSI = (G_PER_POUND * 9.80665) / 25.4 ** 2;
/** 1 British thermal unit (international table) in kWh: exact by definition, 1055.05585262 J. */
export const KWH_PER_BTU = 1055.05585262 / 3.6e6;

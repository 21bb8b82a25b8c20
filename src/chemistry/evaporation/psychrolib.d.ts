/** The few functions of the library that are used; it ships no types. */
declare module 'psychrolib' {
  const psychrolib: {
    readonly SI: number;
    SetUnitSystem(system: number): void;
    /** @param TDryBulb °C in SI; @returns saturation vapour pressure over water, Pa */
    GetSatVapPres(TDryBulb: number): number;
  };
  export default psychrolib;
}

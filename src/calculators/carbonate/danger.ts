/** Beyond this the animals are in danger. Common practice: keepers stay below 8.4, and a moment's peak is allowed a little more. */
export const DANGER_PH = 8.6;
/** Aragonite this far oversaturated falls out as a white cloud. From memory: spontaneous precipitation begins some way above 20. */
export const FALLS_OUT = 20;

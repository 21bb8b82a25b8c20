/** Beyond these salinities most reef animals are hurt within hours. Chosen; a healthy reef is held well inside. */
export const HARM = { low: 30, high: 38 } as const;

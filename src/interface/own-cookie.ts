/** The cookie that says this browser holds a record of its keeper's own, so that the front door leads there. */
export const OWN_COOKIE = 'mild-tide-own';

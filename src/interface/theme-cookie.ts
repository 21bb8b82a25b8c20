/** The cookie that carries day or night, read by the server and written by the page. */
export const THEME_COOKIE = 'mild-tide-theme';

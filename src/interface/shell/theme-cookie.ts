/** The cookie that carries day or night. */
export const THEME_COOKIE = 'mild-tide-theme';

/** Run by the page before anything of it is painted: the page is the same file for all, and dim where this browser wants it so. */
export const DIM_BEFORE_PAINT = `if (/(^|; )${THEME_COOKIE}=night/.test(document.cookie)) document.documentElement.dataset.theme = 'night'`;

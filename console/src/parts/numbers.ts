/** Numbers as the reader’s browser writes them: `12,480`, `12.480`, `12 480`. */
export const numbers = new Intl.NumberFormat(navigator.languages as string[])

/** The class of a value: figures stand in the figure face, words in that of words. */
export const figure = (text: string): string => (/^[−+-]?[\d.]/.test(text) ? 'num' : '')

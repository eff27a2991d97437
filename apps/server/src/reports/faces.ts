/**
 * Letters that the shipped faces of words and figures have, both in both weights: the Latin part of them. All others are set
 * in the face of signs, letter by letter; what that one does not have either (an emoji in somebody's note) becomes a mark
 * that can be seen. A test holds this list against the files of the faces.
 */
const OWN =
  '\\n\\r\\t\\x20-\\x7E\\u00A0-\\u00AC\\u00AE-\\u00B4\\u00B6-\\u00FF\\u0102\\u0131\\u0152\\u0153\\u02C6\\u02DA\\u02DC\\u2009\\u2013\\u2014\\u2018-\\u201A\\u201C-\\u201E\\u2022\\u2026\\u2039\\u203A\\u2044\\u20AC\\u2122\\u2212\\u2215'
const RARE = new RegExp(`([^${OWN}]+)`, 'u')

/** A text in parts that one face has: those of signs, and the others. */
export const partsOf = (text: string): { text: string; isRare: boolean }[] =>
  text
    .split(RARE)
    .filter((part) => part !== '')
    .map((part) => ({ text: RARE.test(part) ? part.replace(MISSING, '▯') : part, isRare: RARE.test(part) }))

/** Pictures, and scripts of which the face of signs has nothing. */
const MISSING =
  /[\p{Emoji_Presentation}\u0700-\u07BF\u0800-\u0E7F\u0F00-\u109F\u1100-\u13FF\u1780-\u1CFF\u2E80-\uA63F\uA800-\uFAFF\uFE10-\uFE1F\uFE30-\uFE6F\uFF00-\uFFEF\u{10000}-\u{10FFFF}]|[\uFE00-\uFE0F]/gu

/** What reads the jot line and words its answers. Many words: the line itself, and the stage above it, are there before them. */
export { jotContextOf, nextAdjust, sawOf, withAim } from '@ingle/bench'
export { completions, parseJot } from '@ingle/core'
export { changesOf, describeChange } from '@ingle/record'

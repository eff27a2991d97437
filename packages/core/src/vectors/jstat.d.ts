/** The part of jstat that worked cases use. */
declare module 'jstat' {
  const jStat: { chisquare: { inv: (p: number, freedom: number) => number } }
  export default jStat
}

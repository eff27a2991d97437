/** The part of jstat that is used. */
declare module 'jstat' {
  const jStat: {
    chisquare: { inv: (p: number, freedom: number) => number }
    studentt: { inv: (p: number, freedom: number) => number }
  }
  export default jStat
}

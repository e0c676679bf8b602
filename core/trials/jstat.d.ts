declare module 'jstat' {
  interface StudentT {
    cdf(x: number, freedom: number): number
    inv(p: number, freedom: number): number
  }
  const jstat: {
    jStat: {
      studentt: StudentT
      beta: { inv(p: number, alpha: number, beta: number): number }
      chisquare: { inv(p: number, freedom: number): number }
      normal: {
        cdf(x: number, mean: number, sd: number): number
        pdf(x: number, mean: number, sd: number): number
        inv(p: number, mean: number, sd: number): number
      }
    }
  }
  export default jstat
}

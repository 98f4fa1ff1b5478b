/** Natural log-odds of a probability. @example logit(0.5) // 0 */
export const logit = (probability: number): number => Math.log(probability / (1 - probability));

/** The probability with these natural log-odds. @example probabilityOf(0) // 0.5 */
export const probabilityOf = (logOdds: number): number => 1 / (1 + Math.exp(-logOdds));

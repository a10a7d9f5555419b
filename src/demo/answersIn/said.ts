/** A ready answer as it is said in a language: what is asked, what is answered, other words for it. */
export type SaidAnswer = readonly [question: string, answer: string, words: string];

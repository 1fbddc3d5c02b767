/** A code as it is read out: in two halves. */
export const codeWords = (code: string): string => `${code.slice(0, 4)} ${code.slice(4)}`
/** A code as it is meant, however it was typed. */
export const plainCode = (typed: string): string => typed.toUpperCase().replace(/[^A-Z0-9]/g, '')

/** The page's language: that of its document, which is set before the first word is read (`session/language.ts`). */
export const LANGUAGES = { en: 'English', de: 'Deutsch' } as const
export type Language = keyof typeof LANGUAGES
export const language: Language = globalThis.document?.documentElement.lang === 'de' ? 'de' : 'en'
/** What another language says, place by place. */
const others: Record<string, object> = {}
/** Before the first word is read. */
export const learn = (told: Record<string, object>) => Object.assign(others, told)

/** What may stand in a sentence. */
export type Said = string | number

/*#__NO_SIDE_EFFECTS__*/
/** A place's words in the page's language; what that does not say is said in English. */
export const spoken = <T extends object>(place: string, english: T): T => ({ ...english, ...others[place] })

/** What runs first: the page's language, then the page. Another language is there before the first word is read. */
import './session/language'
import { language, learn } from './words/language'

const known =
  language === 'de' ? import('./words/german').then(({ german }) => learn(german)) : Promise.resolve()
// Without its words the page speaks English.
void known.catch(() => undefined).then(() => import('./main'))

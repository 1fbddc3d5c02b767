/** Days as they are written. */
const MONTHS = 'Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'.split(' ')
/** A day as it is written in a scorebook: 6 Oct 2026. */
export const dayWords = (iso: string) => {
  const [year, month = '1', day = '1'] = iso.split('-')
  return `${Number(day)} ${MONTHS[Number(month) - 1]} ${year}`
}
/** Today, as a form has it. */
export const today = (now = new Date()) =>
  `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`

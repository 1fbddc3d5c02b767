import { spoken, type Said } from '../language'

export const text = spoken('parts', {
  // ImportLine
  theFileIsRead: 'The file is read',
  readingTheFile: (share: Said) => `Reading the file: ${share} %`,
  stop: 'Stop',

  // onDemand
  partMissing: 'This part could not be loaded. Open the page anew; what you typed is kept.',
})

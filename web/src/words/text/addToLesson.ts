import { spoken, type Said } from '../language'

export const text = spoken('addToLesson', {
  addToALesson: 'Add to a lesson',
  addMeans: 'What lies here becomes a position of a lesson. There you say what is asked, and what is right.',
  addMeansAnswer: 'The position with its answer: the ledger, or the plan, says what is right.',
  addMeansDrill: 'Each step of the drill becomes a position: what counts there is what is right.',
  whichLesson: 'Which lesson',
  aNewOne: 'A new one',
  itsTitle: 'Its title',
  nameOfThePosition: 'Name of the position (may stay empty)',
  add: 'Add',
  added: (number: Said, title: Said) => `Added as position ${number} of ${title}.`,
  openIt: 'Open the lesson',
  aLesson: 'A lesson',
})

import { spoken, type Said } from '../language'

export const text = spoken('stores', {
  // imports
  stoppedNothingOfTheFile: 'Stopped: nothing of the file was taken',

  // ownshot
  myShot: 'my shot',

  // runout
  missesCount: 'misses count',
  afterTheElsewhere: (ball: Said) => `after the ${ball} elsewhere`,
  myShotAtThe: (ball: Said) => `my shot at the ${ball}`,
  theBestFound: 'the best found',
})

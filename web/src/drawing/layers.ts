import { text } from '@/words/text/drawing'

/** The layers of a drawing that can be shown or hidden, each with its key and what it shows. */
export const LAYERS = [
  {
    key: 'fan',
    name: text.tries,
    letter: 'I',
    says: text.triesMean,
  },
  { key: 'rests', name: text.rests, letter: 'E', says: text.restsMean },
  { key: 'shadows', name: text.shadows, letter: 'D', says: text.shadowsMean },
  { key: 'window', name: text.pocket, letter: 'K', says: text.pocketMeans },
  { key: 'scratches', name: text.scratch, letter: 'A', says: text.scratchMeans },
  { key: 'positions', name: text.nextBall, letter: 'X', says: text.nextBallMeans },
  { key: 'hand', name: text.ballInHand, letter: 'B', says: text.inHandMeans },
] as const
export type Layer = (typeof LAYERS)[number]['key']

/** Layouts to try, one for each kind of decision: in every account, and opened as copies. */
import type { Place } from '@/drawing/place'
import { emptyDocument, type LayoutDocument } from './document'
import { text } from '@/words/text/board'

export interface ToTry {
  name: string
  /** What is to be decided. */
  about: string
  document: LayoutDocument
}
const layout = (
  name: string,
  about: string,
  balls: Record<string, Place>,
  more: Partial<LayoutDocument> = {},
  situation: Partial<LayoutDocument['situation']> = {},
): ToTry => {
  const plain = emptyDocument()
  return {
    name,
    about,
    document: { ...plain, ...more, balls, situation: { ...plain.situation, ...situation } },
  }
}

export const TO_TRY: ToTry[] = [
  // The first one opens a new account's Table: what is best there is told as soon as it has settled.
  layout(text.potItOrHide, text.attackOrSafety, {
    cue: [6.2, 1.2], '7': [7.3, 0.6], '8': [5.0, 3.4], '9': [2.0, 1.0],
  }),
  layout(text.threeToRun, text.aRunOut, { cue: [3.8, 1.3], '7': [6.2, 0.7], '8': [1.9, 3.1], '9': [6.9, 2.4] }),
  layout(text.sixWithAWayThrough, text.aRunOut, {
    cue: [2.2, 2.2], '3': [5.0, 1.1], '4': [6.6, 3.0], '6': [2.6, 0.8], '7': [1.1, 2.4], '8': [4.4, 3.4],
    '9': [6.0, 1.9],
  }),
  layout(text.whereToPutIt, text.ballInHand, {
    '2': [1.5, 0.9], '4': [6.6, 3.4], '6': [3.9, 0.4], '7': [2.4, 3.3], '8': [5.2, 2.1], '9': [7.2, 1.2],
  }, {}, { ball_in_hand: 'anywhere' }),
  layout(text.noSightOfThree, text.aKick, {
    cue: [1.1, 1.0], '3': [5.4, 0.8], '5': [2.8, 0.92], '6': [1.7, 0.96], '8': [3.4, 3.2], '9': [6.0, 2.7],
  }),
  layout(text.oneFoulToGo, text.opponentOnTwoFouls, {
    cue: [6.1, 1.1], '4': [2.0, 3.2], '7': [5.3, 2.3], '8': [3.4, 1.0], '9': [7.2, 2.9],
  }, {}, { their_fouls: 2 }),
  layout(text.whichGroup, text.eightBallWhichBallFirst, {
    cue: [3.0, 2.6], '1': [6.4, 0.7], '3': [1.6, 1.0], '5': [5.2, 3.5], '8': [4.4, 1.6], '10': [2.2, 3.4],
    '12': [6.9, 2.6], '14': [1.0, 2.4],
  }, { game: 'eight-ball' }, { my_group: 'solids' }),
  layout(text.theBallToBreakWith, text.straightPoolWhichBallStays, {
    cue: [3.6, 1.8], '2': [2.0, 3.3], '5': [5.4, 1.1], '7': [6.9, 1.4], '9': [4.6, 3.4],
  }, { game: 'straight-pool' }, { my_points: 42, their_points: 37, points_to: 100 }),
] // prettier-ignore

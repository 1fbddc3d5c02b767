import { spoken, type Said } from '../language'

export const text = spoken('drawing', {
  // BackLayers
  straightOn: (ball: Said) => `straight on ${ball}`,

  // BallMark
  ballAt: (ball: Said, words: Said) => `${ball} at ${words}`,

  // InHandMark
  inHand: 'in hand',

  // KickLayer
  theSum: (first_rail: Said) => `The sum: ${first_rail}`,
  whatThisTableAsks: (asked: Said) => `What this table asks: ${asked}`,
  aimedAt: (number: Said) => `Aimed at ${number}`,

  // PlanLayer
  dragTheMark: 'Drag it to where the cue ball should come to rest',

  // TableDrawing
  theTable: 'The table. Choose a ball and move it with the arrow keys.',
  wholeTable: 'Whole table',

  // balls
  cueBallName: 'Cue ball',
  redNumbered: (number: Said) => `Red ${number}`,
  ballNumbered: (ball: Said) => `Ball ${ball}`,
  inASentence: (ball: string) => ball.toLowerCase(),

  // labels
  restsHere: (ball: Said) => `${ball} rests`,

  // layers
  tries: 'Tries',
  triesMean: 'how the shot comes out in this player’s hands, many times',
  rests: 'Rests',
  restsMean: 'where the balls come to rest',
  shadows: 'Shadows',
  shadowsMean: 'from where the next ball cannot be hit straight',
  pocket: 'Pocket',
  pocketMeans: 'how far the pocket is open',
  scratch: 'Scratch',
  scratchMeans: 'ways on which the cue ball falls',
  nextBall: 'Next ball',
  nextBallMeans: 'straight lines to the next ball',
  ballInHand: 'Ball in hand',
  inHandMeans: 'where the cue ball in hand is worth most',

  // marks
  headSpot: 'head spot',
  centreSpot: 'centre spot',
  footSpot: 'foot spot',
  greensSpot: 'green’s spot',
  brownsSpot: 'brown’s spot',
  yellowsSpot: 'yellow’s spot',
  bluesSpot: 'blue’s spot',
  pinksSpot: 'pink’s spot',
  blacksSpot: 'black’s spot',

  // pockets
  farHeadCorner: 'far head corner',
  farSide: 'far side',
  farFootCorner: 'far foot corner',
  nearHeadCorner: 'near head corner',
  nearSide: 'near side',
  nearFootCorner: 'near foot corner',

  // possible
  overlaps: (ball: Said, other: Said, overlap: Said) => `${ball} overlaps ${other} by ${overlap} mm.`,
  hasDropped: (ball: Said) => `${ball} has dropped into the pocket: leave it off the table instead.`,
  insideACushion: (ball: Said, depth: Said) => `${ball} is ${depth} mm inside a cushion.`,
  onThe: (name: Said) => `on the ${name}`,
  frozenTo: (ball: Said) => `frozen to ${ball}`,
  frozenToRail: (rail: Said) => `frozen to the ${rail}`,
  headRail: 'head rail',
  footRail: 'foot rail',
  nearLongRail: 'near long rail',
  farLongRail: 'far long rail',
  and: ' and ',
  onTheHeadString: 'on the head string',

  // rails
  nearRail: 'near rail',
  farRail: 'far rail',

  // useHand
  letGoToTakeOff: 'Let go to take the ball off.',
  wentBack: (refused: Said) => `${refused} It went back to where it was.`,
})

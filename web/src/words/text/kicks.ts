import { spoken, type Said } from '../language'

export const text = spoken('kicks', {
  // KickLine
  fallsAsCalled: (schools: Said) => `falls as called: ${schools}`,
  goodHit: 'good hit',
  noSum: 'no sum',
  aimAndSum: (number: Said, said: Said) => `aim ${number} · ${said}`,
  aFoulCosts: (points: Said) => ` · a foul costs ${points}`,

  // KicksPlace
  untitledLayout: 'untitled layout',
  kicks: (name: Said) => `Kicks: ${name}`,
  theLayoutWithTheWay: 'The layout with the way',
  stop: 'Stop',
  find: 'Find',
  leaveIt: 'Leave it',
  triesMean: 'Draw the player’s tries, and where all balls come to rest (I)',
  tries: 'Tries',
  myAimMeans: 'Aim by hand: drag on the cloth, or along the window (Y)',
  myAim: 'My aim',
  theWayLookedAtClosely: 'The way looked at closely',

  // StickCard
  kickAndStick: 'Kick and stick',
  willItStick: 'Will it stick?',
  stickTableCaption: 'Diamonds that the cue ball, and the ball, end from a full hit',

  // SumCard
  theSum: 'The sum',
  thisTable: 'This table',
  aimAt: (answer: Said) => `aim ${answer}`,
  struck: 'struck',
  number: 'number',
  againstTheSum: 'against the sum',
  aimItByHand: (how: Said) => `Aim it by hand, ${how}`,
  doesNotGetThere: 'does not get there',

  // TriesCard
  triesOnThisTable: 'Tries on this table',
  whatThisTableDoes: 'What this table does',
  learned: (name: Said, value: Said, half: Said, set_to: Said) =>
    `${name} ${value} ± ${half} (set ${set_to}).`,
  logATry: 'Log a try',
  kickCardPdf: 'Kick card (PDF)',
  takeInCsv: 'Take in CSV',
  saveAsCsv: 'Save as CSV',
  triesAsCsv: 'Tries as CSV',
  aimed: 'aimed',
  arrived: 'arrived',
  sum: 'sum',
  countIt: 'Count it',
  strikeOut: 'Strike out',
  delete: 'Delete',
  speedKeptAtACushion: 'Speed kept at a cushion',
  gripOfTheCushions: 'Grip of the cushions',

  // WaysSheet
  waysToTheBall: 'Ways to the ball',
  waysTo: (the: Said) => `Ways to ${the}`,
  ways: 'Ways',
  lookingForWays: 'Looking for ways',
  ballToHit: 'Ball to hit',
  allWays: (ways: Said) => `All ${ways} ways`,
  standsInLine: (waiting: Said) => `${waiting} Your question stands in line and goes on by itself.`,
  lookingInEveryDirection: 'Looking in every direction …',
  noWayWasFoundThat: 'No way was found that this stroke could play.',
  whatThisPageDoes:
    'Here a hidden ball is found off the rails. Every way has its chance of a good hit, the sum that players do in their heads, and what this table really asks. Put the balls where they lie, then press',
  dragBallsFromTheTray: 'Drag balls from the tray, or type their places:',
  placesExample: '3 at 5, 1.5',
  tryItOn: (name: Said) => `Try it on “${name}”`,
  goodHitMeans: (chance: Said) =>
    `A good hit is the right ball first and a rail after, by this player’s strokes in the simulation. The list goes by the ${chance} chance that the shot leaves.`,
  changedSince: 'the layout has changed since',
  firstWaysLookingOn: 'first ways, looking on',
  settledInS: (seconds: Said) => `settled in ${seconds} s`,

  // WindowChart
  theWindow: 'The window',
  windowOn: (rail: Said, counted_from: Said) => `The window on the ${rail}, counted from the ${counted_from}`,
  stretch: (from: Said, to: Said, words: Said) => `${from} to ${to}: ${words}`,
  sumIs: (first_rail: Said) => `The sum: ${first_rail}`,
  whatThisTableAsks: (asked: Said) => `What this table asks: ${asked}`,
  keyAndFigures: 'Key and figures',
  windowKey: (chance: Said) =>
    `Line: ${chance} after a stroke aimed there, without error. Bell: where your strokes are really aimed. Upright line: this stroke. Diamond: the sum; dot: what this table asks. Press or drag to aim.`,
  hits: 'hits',
  fromTo: (from: Said, to: Said) => `${from} to ${to}`,

  // tryOf
  noNumbersOffAJaw: 'A way off a jaw has no numbers to try.',
  readAtAnotherRail: (rail: Said, last: Said) =>
    `That is the ${rail}; this way is read where it arrives at the ${last}.`,
  pressTheRailAfter: (rail: Said) => `It comes off the ${rail}: press the rail that it met after it.`,
  noSumFor: (route: Said) => `There is no sum for ${route} cushions to try.`,

  // useKicksAddress
  hiddenBallLayout: 'A layout with a hidden ball',

  // useTryLog
  strikeAlone: 'Strike the cue ball alone, as aimed; then press the rail where it arrived.',

  // windowChart
  noRail: 'no rail',
  anotherWay: 'another way',
})

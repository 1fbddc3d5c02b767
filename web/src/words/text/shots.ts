import { spoken, type Said } from '../language'
import { decimal, formOf } from '../numbers'

export const text = spoken('shots', {
  // CompareCard
  twoShotsCompared: 'Two shots compared',
  sideBySide: 'Side by side',
  close: 'Close',
  compared: (detail: Said) => `compared · ${detail}`,
  chosen: (detail: Said) => `chosen · ${detail}`,
  difference: 'difference',
  made: 'made',
  none: 'none',
  rackChance: 'rack chance',
  opponentsBestShot: 'opponent’s best shot',
  opponentHooked: 'opponent hooked',

  // HitDiscs
  cut: (cut_deg: Said) => `cut ${cut_deg}°`,

  // LedgerLine
  myShot: 'my shot',
  ways: (ways: Said) => `; ${ways} ways`,
  spreadMeans: 'By so much it may be off, nineteen times in twenty',

  // OwnShotCard
  myOwnShot: 'My own shot',
  aim: 'Aim',
  hitsNothing: 'hits nothing',
  degreesMean: 'Degrees: 0 toward the foot rail along the table, 90 toward the far long rail',
  degreesAim: '° aim',
  tip: 'Tip',
  centre: 'centre',
  speedAndButt: 'Speed and butt',
  speed: 'Speed',
  buttIsRaised: 'butt raised',
  cueLevel: 'cue level',
  raisedButt: 'Raised butt',
  aimHow: 'Drag on the cloth to aim; ← → turn it, finer with Shift; ↑ ↓ change the speed.',
  whatItDoes: 'What it does',

  // ShotCard
  shotCard: 'Shot card',
  cueBall: 'Cue ball',
  lengthsMean: 'Table lengths that a ball so struck along the table travels, its cushions included',
  watch: 'Watch',
  youMakeIt: (mine: Said) => `You make it ${mine} of the time;`,
  itStaysBest: 'it stays best',
  itBecomesBest: 'it becomes best',
  bestFrom: (becomes: Said, make: Said) => `${becomes} from ${make}.`,
  howOften: 'how often',
  chanceThen: (game: Said) => `${game} then`,
  howSureIsThat: (chance: Said) => `${chance}: how sure is that?`,
  whyThisOne: 'Why this one',
  whyNotThisOne: 'Why not this one',
  howItEnds: 'How it ends',
  buttRaised: (raised: Said) => `butt raised ${raised}°`,
  jumpCue: 'jump cue',

  // SideView
  jumpFromTheSide: 'The jump from the side',
  millimetres: (mm: Said) => `${mm} mm`,
  askTheHall: 'A raised cue marks the cloth, and a flying ball can hurt. Ask your hall first.',

  // TimeLine
  pause: 'Pause',
  play: 'Play',
  timeOfTheShot: 'Time of the shot',
  ofSeconds: (time: Said, seconds: Said) => `${time} of ${seconds} seconds`,

  // TipClock
  tipOnTheCueBall: 'Tip on the cue ball',

  // TriedAnswer
  quickChance: (chance: Said) => `${chance} rack chance, by a quick look`,
  madeShare: (make: Said) => ` · made ${make}`,
  foul: (foul: Said) => ` · foul ${foul}`,

  // TurningChart
  makeChance: 'make chance, %',
  neverEqual: 'no make chance makes the two equal',
  equalAt: (make: Said) => `equal at ${make}`,
  turningWords: (if_missed: Said, if_made: Said, other: Said, crossing: Said, mine: Said) =>
    `Rack chance by make chance: ${if_missed} if missed, ${if_made} if made; the best other option ${other}; ${crossing}; you make it ${mine}.`,

  // WaysList
  closeItsWays: 'Close its ways',
  openItsWays: (count: Said) => `Open its ${count} ways`,
  waysOfPlayingIt: 'Ways of playing it',
  takeStroke: 'Take this stroke as your own shot: see it, change it',
  wayWords: (words: Said, tip: Said, make: Said) => `${words}, ${tip}; made ${make}`,

  // endings
  wonNow: 'won now',
  madeInShape: 'made, in shape',
  madeInTrouble: 'made, in trouble',
  nothingLeft: 'nothing left',
  leftAShot: 'left a shot',
  fouled: 'foul',
  lostNow: 'lost now',
  attack: 'Attack',
  safe: 'Safe',
  twoWay: 'Two-way',

  // words
  frameChance: 'frame chance',
  asGood: 'as good',
  first: 'first',
  best: 'best',
  advised: 'advised',
  madeOften: (make: Said) => `made ${make}`,
  points: (sign: Said, points: number) => `${sign}${decimal(points)} ${formOf(points, 'point', 'points')}`,
  playThis: 'play this',
  byLuckMore: (made: Said, luck: Said) => `${made}, by luck ${luck} more`,
})

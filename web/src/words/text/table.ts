import { spoken, type Said } from '../language'

export const text = spoken('table', {
  // AnswerBar
  changedSinceMark: ' · the layout has changed since',

  // ChoiceChanges
  whatWouldChangeTheChoice: 'What would change the choice',
  comesWhenTheRankingHas: 'Comes when the ranking has settled.',
  thereIsNothingToChoose: 'There is nothing to choose between.',
  nothingTriedHereDoesThe: 'Nothing tried here does: the best shot stays the best.',
  whereAShotIsNamed: 'Where a shot is named, it is then the best.',
  thenShot: (rank: Said, name: Said) => `▸ shot ${rank}: ${name}`,
  sameChoice: 'same choice',
  myStrokesErrors: 'My stroke’s errors',
  theOpponent: 'The opponent',
  theCloth: 'The cloth',
  thePockets: 'The pockets',

  // DoubtCard
  turningPoint: 'Turning point',
  youMake: 'you ·',
  theBestOtherShot: 'the best other shot ·',
  equalAt: (make: Said) => `equal at ${make}`,
  theyAreNeverEqual: 'they are never equal',

  // FirstSteps
  firstSteps: 'First steps',
  alreadyWeighed: 'This layout is weighed already: the first shot in the list wins the rack most often.',
  howToReadIt: 'How to read it',
  putTheBalls: 'Put the balls',
  dragThemOrTypeWhere: 'Drag them, or type where they lie.',
  sayWhoPlays: 'Say who plays',
  youYourOpponentTheTable: 'You, your opponent, the table.',
  compare: 'Compare',
  whichShotWinsMostOften: 'Which shot wins most often, and how sure.',
  putThisAway: 'Put this away',

  // GuessCard
  guessFirst: 'Guess first',
  whatWouldYouPlay: 'What would you play?',
  theLedgerOpensWhenYou: 'The ledger opens when you have said it.',
  attackOrSafe: 'Attack or safe',
  whichBall: 'Which ball',
  offWhichBall: 'Off which ball',
  theBall: 'the',
  offThe: 'off the',
  intoWhichPocket: 'Into which pocket',
  iMakeIt: 'I make it',
  ofTheTime: 'of the time',
  openTheLedger: 'Open the ledger',
  withoutAGuess: 'Without a guess',
  potABall: 'Pot a ball',
  playSafe: 'Play safe',

  // GuessLine
  youSaid: 'You:',
  showIt: 'Show it',
  theListHasNoSuch: 'The list has no such shot.',
  thatIsTheFirstShot: 'That is the first shot',
  thatIsShot: (place: Said, behind: Said) => `That is shot ${place}, ${behind} points behind`,
  saidAndMade: (make: Said, made: Said) => `; you said ${make}, it is made ${made}`,

  // LayerBar
  layersOfTheDrawing: 'Layers of the drawing',
  whatTheDrawingShows: 'What the drawing shows',
  layers: 'Layers',
  theLayersInSentencesO: 'The layers in sentences (O)',
  inWords: 'In words',
  inHandChances: (best: Said, poorest: Said) => `${best} there, ${poorest} at the poorest place`,
  inHandBest: (along: Said, across: Said, chances: Said) =>
    `The cue ball in hand is worth most at ${along}, ${across}: about ${chances}.`,

  // LedgerHead
  ledger: 'Ledger',
  howToReadThisList: 'How to read this list',
  refineMeans: (times: Said) => `Go on with ${times} times as many tries and looks ahead (R)`,
  refine: 'Refine',
  stop: 'Stop',
  weighing: 'Weighing',
  held: 'In their old order while you point at them.',
  show: 'Show',
  mine: 'mine',
  theOpponents: 'the opponent’s',
  chanceToWin: { rack: 'Chance to win the rack', frame: 'Chance to win the frame' },

  // LedgerSheet
  ledgerOfShots: 'Ledger of shots',
  verdictMeans: 'Reckoned from how far such leads were off in positions that were played out to the end.',
  showAllShots: (shown: Said) => `Show all ${shown} shots`,
  noShotOfThisKind: 'No shot of this kind was found here.',
  standsInLine: (waiting: Said) => `${waiting} Your question stands in line and goes on by itself.`,
  lookingAtEveryPotAnd: 'Looking at every pot, and sweeping the table for safeties and kicks …',
  putTheBallsWhereThey: 'Put the balls where they lie, then press',
  weigh: 'Weigh',
  dragBallsFromTheTray: 'Drag balls from the tray, or type their places:',
  placesExample: '3 at 5, 1.5',
  theLibraryBefore: '. The',
  library: 'Library',
  libraryHas: 'has layouts to try.',
  guessMeans: 'Off by default: say what you would play, and how often you make it; then the ledger opens.',
  guessFirstThenOpenThe: 'Guess first, then open the ledger',

  // LineActs
  takeMyShotOut: 'Take my shot out',
  thenChooseAnotherShotTo: 'Then choose another shot to see both side by side (C)',
  comparing: 'Comparing',

  // PlayedLine
  keptInTheRecord: (ending: Said) => `Kept in the record: ${ending}`,
  rack: (rack_number: Said) => `, rack ${rack_number}`,
  lookAtIt: 'Look at it',
  takeBack: 'Take back',
  whatHappened: 'What happened',
  whatHappenedQuestion: 'What happened?',
  cancel: 'Cancel',
  inRackAgainst: (rack: Said, opponent_name: Said) => `in rack ${rack} against ${opponent_name}`,
  iPlayedThis: 'I played this',

  // PlayedOut
  playedOutTitle: 'Played out',
  playedOutMeans:
    'Whole racks from here to the end, by both players: slower than weighing, and closer to the truth.',
  line: 'Line',
  weighed: 'weighed',
  playedOut: 'played out',
  ofRacks: (done: Said) => `of ${done} racks`,
  waiting: 'waiting',
  theRacksStandInLine: (waitsFor: Said) => `${waitsFor} The racks stand in line.`,
  playingOut: 'Playing out',
  stopPlaying: 'Stop playing',
  playOutTheFirstRacks: (leaders: Said, racks: Said) => `Play out the first ${leaders} · ${racks} racks each`,

  // SavedElsewhere
  anotherWindowHasSavedThis: 'Another window has saved this layout since it was opened here.',
  nothingWasOverwritten: 'Nothing was overwritten.',
  keepBoth: 'Keep both',
  openTheOtherOne: 'Open the other one',

  // TableActs
  saved: 'Saved',
  save: 'Save',

  // TablePlace
  theLayout: 'The layout',
  addToALesson: 'Add to a lesson',
  openToOthers: 'Open to others',
  files: 'Files',
  unnamed: 'untitled layout',
  pageTitle: (name: Said) => `The table: ${name}`,
  myShotMeans: 'Aim a shot of your own and weigh it beside the others (Y)',
  myShot: 'My shot',
  photo: 'Photo',
  photoMeans: 'Take the layout from a photo of the table',
  keptUnreadable: 'What this browser kept of your table could not be read',
  keptSetAside: 'It was set aside; the layouts you saved are in the library.',

  // ledgerState
  failed: 'failed',
  stopped: 'stopped',
  waits: 'waiting',
  refining: 'refining',
  looking: 'looking',
  changedSince: 'the layout has changed since',
  settledInS: (seconds: Said) => `settled in ${seconds} s`,
  thenLookedAhead: (settled: Said) => `${settled}, then looked ahead`,
  lookingAhead: 'looking ahead',
  nowChanges: 'now what would change the choice',

  // useAddress
  aWeighedLayout: 'A weighed layout',
})

import { spoken, type Said } from '../language'

export const text = spoken('players', {
  // FormShell
  save: 'Save',
  close: 'Close',

  // ListLine
  measureNamed: (name: Said) => `Measure: ${name}`,
  measure: 'Measure',
  changeNamed: (name: Said) => `Change: ${name}`,
  change: 'Change',
  copy: 'Copy',
  newFromThis: 'New from this',
  deleteNamed: (name: Said) => `Delete: ${name}`,
  delete: 'Delete',

  // PlayerForm
  newPlayer: 'New player',
  changeTitle: (name: Said) => `Change ${name}`,
  name: 'Name',
  level: 'Level',
  hand: 'Hand',
  right: 'right',
  left: 'left',
  reachM: 'Reach, m',
  howFarFromTheRail: 'how far from the rail the bridge is put with ease',
  nerves: 'Nerves',
  usualForSuchAPlayer: 'usual for such a player',
  asSet: (nerves: Said) => `as set (${nerves})`,
  onSoftStrokesAtThe: 'on soft strokes at the ball that decides the rack',
  kicks: 'Kicks',
  whatWasPractisedIsJudged: 'what was practised is judged better',
  jumps: 'Jumps',
  jumpsAreFoundFor: 'jump shots are found and weighed for who can play them',
  cue: 'Cue',
  whatCueForWhatA: 'what cue for what; a note, no figure changes by it',
  notes: 'Notes',

  // PlayersPlace
  playersAndTables: 'Players and tables',
  everyFigureDependsOnWhose:
    'Every figure depends on whose hand it is and on which table. Make a player from the level that fits best, and a table from its standard size. Then measure both. A player takes five minutes of shots, a table a few rolls. Both can be chosen in the scene above the table.',
  players: 'Players',
  saveMyPlayersAsA: 'Save my players as a file',
  takeInAFileOf: 'Take in a file of players',
  playersAsAFile: 'Players as a file',
  tables: 'Tables',
  myPlayers: 'My players',
  levels: 'Levels',
  noPlayersYet: 'None yet: make one from a level below.',
  myTables: 'My tables',
  standardTables: 'Standard tables',
  noTablesYet: 'None yet: make one from a standard table below.',

  // TableForm
  newTable: 'New table',
  size: 'Size',
  cloth: 'Cloth',
  howFarABallRolls: 'how far a ball rolls',
  cushions: 'Cushions',
  howMuchSpeedABall: 'how much speed a ball keeps',
  pockets: 'Pockets',
  howWideTheMouthsAre: 'how wide the mouths are',

  // AttemptsCard
  setAShotUpPlay:
    'Set a shot up, play it, tap what became of it. Twenty shots tell the level to within half a level; sixty tell aim from speed.',
  playedOn: 'Played on',
  short20Shots5Minutes: 'Short: 20 shots, 5 minutes',
  long60Shots12Minutes: 'Long: 60 shots, 12 minutes',
  goOnWithTheMeasure: (set_name: Said, played: Said, asked: Said) =>
    `Go on with the ${set_name} measure: ${played} of ${asked} played`,
  attemptsInAll: (attempts: Said) => `${attempts} attempts in all`,
  sinceTheLastMeasure: (fresh: Said) => `, ${fresh} since the last measure`,
  potsThatAreKeptAs:
    '. Pots that are kept as played on the Table page count too. A make and a miss must be among them.',
  measureAgain: 'Measure again',
  stop: 'Stop',
  takeInAFile: 'Take in a file',
  saveAsCsv: 'Save as CSV',
  attemptsAsCsvOrJson: 'Attempts as CSV or JSON',
  measuring: 'Measuring',
  measuringNow: 'Measuring …',

  // ErrorCosts
  whatEachErrorCosts: 'What each error costs',
  whatToPractise: 'What to practise',
  racksAreLostByAim:
    'Racks are lost by aim, by speed, by the tip, by cuts sighted wrong; not by all alike. Each decision of some two hundred positions is played again with one error made smaller.',
  game: 'Game',
  eachError: 'Each error',
  aFifthSmaller: 'a fifth smaller',
  halfAsLarge: 'half as large',
  workItOutAgain: 'Work it out again',
  workItOut: 'Work it out',
  pricingTheErrors: 'Pricing the errors',
  error: 'Error',
  racksWonInAHundred: 'Racks won in a hundred, against one’s equal',
  runOuts: 'Run-outs',
  onPositionsHoldsThemNineteen: (made_on: Said) =>
    `On ${made_on} positions; ± holds them nineteen times in twenty. Gains of two errors together do not add up.`,

  // LevelTracks
  asAWhole: 'As a whole',

  // PlayerCard
  thisPlayerIsGone: 'This player is gone',
  whatTheOddsUse: 'What the odds use',
  theOddsUse: 'The odds use',
  theLevelAsSaid: (level: Said) => `the level as said: ${level}`,
  asSoonAsItIs: ', as soon as it is',
  whatIsMeasured: (says: Said) => `what is measured${says}`,
  theStroke: 'The stroke',
  strokeIs: (level: Said) => `The stroke: ${level}`,
  longStraightPotFourDiamonds: 'long straight pot, four diamonds and four',
  nineScatteredBallsRunOut: 'nine scattered balls run out, ball in hand',
  whatDoesNotFit: 'What does not fit',
  notMeasuredYet: 'Not measured yet',
  untilThenTheOddsTake: (name: Said, level: Said) =>
    `Until then the odds take ${name} for a ${level} player like any other. The short measure takes five minutes.`,

  // SittingPlace
  drawnToScale: (name: Said) => `${name}, drawn to scale`,
  tellsOf: (tip_words: Said, speed_words: Said, and: Said) =>
    `${tip_words} · ${speed_words} · tells of ${and}`,
  cueBallAt: (join: Said) => `Cue ball at ${join}`,
  ballAt: (join: Said) => ` · ball at ${join}`,
  markAt: (join: Said) => ` · mark at ${join}`,
  diamondsFromTheHeadAnd: '(diamonds from the head and the near rail)',
  tapTheTableWhereIt: 'Tap the table where it came to rest.',
  nowSetUp: (name: Said) => `Now set up: ${name}.`,
  undo: 'Undo',
  oneShotOneTapIt: 'One shot, one tap. It is kept at once.',
  doneMeasure: 'Done: measure',
  enoughMeasureNow: 'Enough: measure now',
  goOnLater: 'Go on later',
  cameToRestAt: (x: Said, y: Said) => `came to rest at ${x}, ${y}`,
  long: 'long',
  short: 'short',
  sittingTitle: (name: Said, sittings: Said) => `${name}: ${sittings} measure`,

  // StationTabs
  of: (key: Said, count: Said) => `${key} of ${count}`,

  // MouthReading
  theMouths: 'The mouths',
  tellHowTightThePockets: 'tell how tight the pockets are',
  mouthsHow:
    'Measure between the points of the cushions, by a ruler. Or lay two balls side by side in the mouth and say what is left beside them. A little finger is about 15 mm, a coin 2.',
  pocket: 'Pocket',
  corner: 'corner',
  side: 'side',
  measured: 'Measured',
  gapBesideTwoBalls: 'gap beside two balls',
  acrossByARuler: 'across, by a ruler',
  mm: 'mm',
  keep: 'Keep',

  // ShotReading
  tells: (tells: Said) => `tells ${tells}`,
  drawn: (title: Said) => `${title}, drawn`,

  // TableCard
  thisTableIsGone: 'This table is gone',
  shotsThatMeasureIt: 'Shots that measure it',
  whatTheySay: 'What they say',
  useIt: 'use it',
  readingsCounted: (readings: Said, tries: Said) =>
    `${readings} readings, ${tries} kick tries of this table; 19 times in 20 the true figure lies between the two. Layouts set up before keep the table as it was.`,
  theTablesCardPdf: 'The table’s card (PDF)',
  readings: 'Readings',

  // readings
  aSlowRoll: 'A slow roll',
  howFastTheClothIs: 'how fast the cloth is',
  slowRollHow:
    'Roll a ball slowly along the table. Tap as it passes the second diamond and again as it comes to rest, then say where it lies.',
  itPassesThe2ndDiamond: 'It passes the 2nd diamond',
  itHasComeToRest: 'It has come to rest',
  time: 'Time',
  restDiamondsBeyondTheMark: 'Rest, diamonds beyond the mark',
  aLag: 'A lag',
  howLivelyTheCushionsAre: 'how lively the cushions are',
  lagHow:
    'Strike a ball along the table without side. Tap as it touches the first short rail, and again at the other one. Then count the lengths it went in all.',
  firstShortRail: 'First short rail',
  otherShortRail: 'Other short rail',
  timeOfTheLength: 'Time of the length',
  lengthsInAll: 'Lengths in all',
  aStopShot: 'A stop shot',
  howTheBallSlides: 'how the ball slides',
  stopShotHow:
    'Strike low, so that the cue ball just stops dead on a full hit. Time it on a film, from tip to ball: a thumb is too slow.',
  wayToTheBallDiamonds: 'Way to the ball, diamonds',
  timeFromAFilm: 'Time, from a film',
  tipBelowTheCentreBall: 'Tip below the centre, ball radii',
  rolledRead: (length_m: Said, seconds: Said) => `rolled ${length_m} m in ${seconds} s`,
  lagRead: (first_length_s: Said, lengths: Said) =>
    `first length in ${first_length_s} s, ${lengths} lengths in all`,
  stopShotRead: (distance_m: Said, seconds: Said, depth: Said) =>
    `${distance_m} m in ${seconds} s, tip ${depth} R low`,
  mouthRead: (pocket: Said, width_mm: Said) => `${pocket} mouth ${width_mm} mm across`,
  mouthGapRead: (pocket: Said, gap_mm: Said) => `${pocket} mouth: two balls and ${gap_mm} mm`,

  // words
  someNerves: 'some nerves',
  muchNerves: 'much nerves',
  neitherInParticular: 'neither in particular',
  slidesTheCueBallInto: 'slides the cue ball into the rail',
  rollsItIntoTheRail: 'rolls it into the rail',
  doesNotJump: 'no',
  withThePlayingCue: 'with the playing cue',
  withAJumpCue: 'with a jump cue',
  jumpsFull: 'jumps with the playing cue',
  jumpsLight: 'jumps with a jump cue',
  jumpCues: 'Jump cues',
  askTheHall: 'many halls and leagues forbid them',
  noJumpCues: 'no jump cues',
  slidesKicks: 'slides kicks',
  rollsKicks: 'rolls kicks',
  aim: 'Aim',
  speed: 'Speed',
  tip: 'Tip',
  sightingOfCuts: 'Sighting of cuts',
  aimWithinSpeedWithin: (aim_deg: Said, speed: Said) => `aim within ${aim_deg}°, speed within ${speed} %`,
  reachIs: (reach_m: Said) => `reach ${reach_m} m`,
})

import { spoken, type Said } from '../language'
import { counted } from '../numbers'

export const text = spoken('record', {
  // DecisionList
  decisions: 'Decisions',
  noneHere: 'None here.',
  day: 'Day',
  played: 'Played',
  madeSaid: 'Made, said',
  choice: 'Choice',
  itEnded: 'It ended',
  stroke: 'Stroke',
  delete: 'Delete',
  against: (opponent_name: Said) => ` against ${opponent_name}`,
  rack: (rack_number: Said) => `, rack ${rack_number}`,
  deleteNamed: (shot_name: Said) => `Delete: ${shot_name}`,
  columnsMean:
    'Choice: points of rack chance given away, in grey where that cannot be told of one alone. Stroke: what came against one’s own average.',

  matchesCounted: 'matches',

  // FilesCard
  files: 'Files',
  whatIsShownNowAs: 'What is shown now, as it is filtered:',
  theRecordJson: 'the record (JSON)',
  decisionsCsv: 'decisions (CSV)',
  racksCsv: 'racks (CSV)',
  readAFileIn: 'Read a file in',
  whatMayBeRead:
    ' a record, or CSV of racks or of decisions; you see what it holds before anything is taken.',
  aFileOfTheRecord: 'A file of the record',
  whatTheFileHolds: 'What the file holds',
  fileHolds: (matches: number, decisions: number, known: Said, problems: Said) =>
    `: ${counted(matches, 'new match', 'new matches')}, ${counted(decisions, 'new decision', 'new decisions')} of no match; ${known} here already; ${problems} left out.`,
  racksDecisions: (date: Said, player: Said, opponent: Said, racks: Said, decisions: Said) =>
    `${date}: ${player} – ${opponent}, ${racks} racks, ${decisions} decisions`,
  andMoreMatches: (matches: Said) => `and ${matches} more`,
  andMoreProblems: (problems: Said) => `and ${problems} more`,
  playersNobodyKnowsHere: 'Players nobody knows here',
  leaveTheirMatchesOut: 'leave their matches out',
  makeThemPlayers: (name: Said) => `make them ${name} players`,
  takeItIn: 'Take it in',
  leaveIt: 'Leave it',
  takenInMatchesDecisionsOf: (matches: Said, decisions: Said) =>
    `Taken in: ${matches} matches, ${decisions} decisions of no match.`,

  // FilterBar
  whatThePageIsAbout: 'What the page is about',
  from: 'from',
  until: 'to',
  find: 'Find',
  findAShotAnEnding: 'Find a shot, an ending, a name',
  fewer: 'Fewer',
  choose: 'Choose …',
  showAll: 'Show all',
  player: 'Player',
  allPlayers: 'all players',
  opponent: 'Opponent',
  allOpponents: 'all opponents',
  game: 'Game',
  allGames: 'all games',
  table: 'Table',
  allTables: 'all tables',
  shots: 'Shots',
  allShots: 'all shots',
  choices: 'Choices',
  allChoices: 'all choices',

  // MatchForm
  changeTheMatch: 'Change the match',
  newMatch: 'New match',
  nobodyPlaysAgainstHimself: 'nobody plays against himself',
  morePlayersAreMadeOn: 'more players are made on the page Players',
  raceTo: 'Race to',
  breaks: 'Breaks',
  inTurn: 'in turn',
  whoWonTheLastRack: 'who won the last rack',
  firstBreak: 'First break',
  thePlayer: 'the player',
  theOpponent: 'the opponent',
  theUsualOne: 'the usual one',
  notes: 'Notes',
  aPlayer: (name: Said) => `a ${name} player`,

  // MatchList
  matchesHeading: 'Matches',
  noneHereBeginOneWith: 'None here. Begin one with',
  matchesMean: ': a tap a rack keeps the score, and the page tells how the chance of the match went.',
  gameTo: (game: Said, race_to: Said) => `${game}, to ${race_to}`,
  isInPlay: ', in play',
  deleteTheMatchAgainst: (opponent_name: Said) => `Delete the match against ${opponent_name}`,

  // PageTurner
  newer: 'Newer',
  pageOf: (page: Said, all: Said, total: Said, what: Said) => `page ${page} of ${all}, ${total} ${what}`,
  older: 'Older',

  // PartsCard
  kind: 'Kind',
  racksInAHundredDecisions: 'Racks in a hundred decisions',
  showTheseDecisions: (count: Said) => `Show these ${count} decisions`,
  aboutDearest: '≈ dearest',
  dearest: 'dearest',

  // RecordPlace
  record: 'Record',
  deleted: (words: Said) => `Deleted: ${words}.`,
  bringItBack: 'Bring it back',
  letItGo: 'Let it go',
  whereTheRacksGoChoices: 'Where the racks go: choices',
  whereTheRacksGoStrokes: 'Where the racks go: strokes',
  strokes: 'Strokes',
  theMatchAgainst: (opponent_name: Said) => `the match against ${opponent_name}`,
  decisionsCounted: 'decisions',
  weighAnew: (decisions: number) => `Weigh ${decisions === 1 ? 'it' : `these ${decisions}`} anew`,
  stopWeighing: 'Stop weighing',
  anewMeans: (record: Said, reckoned: Said) =>
    ` with today’s players; what was said then stays. ${record} ${reckoned}`,
  weighingAnew: 'Weighing anew',
  deletedInTheLastThirty: (deleted: Said) => `Deleted in the last thirty days: ${deleted}`,
  openingTheRecord: 'Opening the record …',
  whatPracticeWins: 'What practice wins',
  asTheyCame: 'As they came',
  oneLevelMeans: 'What a player one level better would have kept with the same strokes: without luck.',
  strokesMean: 'What was lost against one’s own average, luck and all; below nothing it was won.',
  mostlyLuck: (needed: Said) => `Mostly luck: ${needed} decisions tell the sum to one rack.`,
  couldNotBe: (left_out: Said) => `, ${left_out} could not be`,
  ofWeighedAnew: (done: Said, of: Said, left_out: Said) => `${done} of ${of} weighed anew${left_out}.`,

  // ReliabilityCard
  wereTheOddsRight: 'Were the odds right?',
  nothingToHoldAgainstWhat: 'Nothing to hold against what came yet.',
  chancesOfWhat: 'Chances of what',
  chartMeans:
    'Each dot is a tenth of what was said, larger where more was. Its bar holds the true share nineteen times in twenty. On the broken line it came true.',
  measureTheStrokeAnew: 'Measure the stroke anew',
  hideTheFigures: 'Without the figures',
  showTheFigures: 'How sure? The figures',
  saidHeading: 'Said',
  onAverage: 'On average',
  cameHeading: 'Came',
  intervalHeading: 'Nineteen times in twenty',
  cases: 'Cases',
  saidBetween: (low: Said, high: Said) => `${low} to ${high} %`,
  cameBetween: (low: Said, high: Said) => `${low} to ${high}`,
  potsMade: 'Pots made',
  fouls: 'Fouls',
  openShotsLeft: 'Open shots left',
  myOwnGuesses: 'My own guesses',
  lessThan: 'less than',
  noLessThan: 'no less than',
  brierSays: (brier: Said, helps: Said, always: Said, by_chance: Said) =>
    `Brier score ${brier}: ${helps} the ${always} of always saying the average. Were every chance right, it would be about ${by_chance}.`,

  // ReliabilityChart
  saidAxis: 'said, %',
  cameAxis: 'came, %',
  saidAboutCameIn: (said: Said, came: Said, count: Said) => `said about ${said}, came ${came} in ${count}`,

  // SeasonHead
  theSeason: 'The season',
  ofRacks: (racks: Said) => ` of ${racks}`,
  racksWonIn: (matches: number) => `racks won, in ${counted(matches, 'match', 'matches')}`,
  racksGivenAwayByChoosing: 'racks given away by choosing, in a hundred decisions',
  ofRackChanceGivenAway: (racks: Said) => `of rack chance given away a rack, in ${racks} racks recorded`,
  ofPotsMade: ' of pots made',
  wereSaidIn: (said: Said, count: Said) => `${said} were said, in ${count}`,
  noDecisionsYet:
    'No decisions here yet. Weigh a layout on the Table, play the shot, and press “I played this”. Two taps keep what was decided and what came of it.',

  // DecisionPlace
  decision: 'Decision',
  rackOfTheMatch: (rack_number: Said) => `rack ${rack_number} of the match`,
  theTableAsItLay: 'The table as it lay.',
  layoutNotKnown: 'Only the figures of this decision are known, not how the balls lay.',
  whatCameOfIt: 'What came of it',
  beforeTheLedgerOpened: 'Before the ledger opened:',
  madeOften: (make: Said) => `, made ${make}`,
  andThatWasPlayed: ', and that was played',
  somethingElseWasPlayed: '; something else was played',
  thePot: 'The pot',
  notKnown: 'not known',
  wentIn: 'went in',
  missed: 'missed',
  tapWhereTheCueBall: 'Tap where the cue ball rests',
  whereTheCueBallRests: 'Where the cue ball rests',
  forgetThatPlace: 'Forget that place',
  bestAsItWasSaid: 'Best, as it was said',
  weighedAnew: 'Weighed anew',
  withTodaysPlayers: (on: Said, name: Said) => `${on}, with today’s players: ${name}`,
  best: (name: Said) => `, best ${name}`,
  itGivesAwayPoints: (trails: Said) => `It gives away ${trails} points.`,
  noDifferenceCanBeTold: 'No difference can be told.',
  weighing: 'Weighing …',
  weighAnewOnceMore: 'Weigh anew once more',
  weighAnewWithTodaysPlayers: 'Weigh anew with today’s players',
  putItOnTheTable: 'Put it on the Table',
  asItLay: (shot_name: Said) => `As it lay: ${shot_name}`,
  gaveAway: 'gave away',
  trailsTheBestShotBy: 'trails the best shot by',
  choiceCost: (did: Said, cost: Said, choice_words: Said) =>
    `The choice ${did} ${cost} points: ${choice_words}.`,
  theChoice: (choice_words: Said) => `The choice: ${choice_words}.`,
  strokeBrought: (ending: Said, stroke: Said) =>
    `It ended “${ending}”: ${stroke} points against the average of such strokes.`,
  oneLevelKeeps: (points: Said) => `One level better the same stroke keeps ${points} points.`,

  // LineCard
  drawn: 'drawn',
  drawIt: 'Draw it',
  rackChanceTo: (low: Said, high: Said) => `rack chance (${low} to ${high})`,
  madeHeading: 'made',
  foul: 'foul',
  then: (then: Said) => `, then ${then}`,

  // useDecision
  cannotWeighAnew: 'As it lies it cannot be weighed anew',

  // ChanceLine
  racksPlayedChanceOfThe: 'racks played; chance of the match, %',
  chanceOfTheMatch: 'Chance of the match: ',
  scoreIs: (my_racks: Said, their_racks: Said) => `${my_racks} to ${their_racks}: `,
  atTheStart: 'at the start ',

  // MatchPlace
  matchHeading: 'Match',
  theWinnerBreaks: 'the winner breaks',
  breaksInTurn: 'breaks in turn',
  matchLine: (played_on: Said, game: Said, race_to: Said, match: Said, table_name: Said) =>
    `${played_on} · ${game}, race to ${race_to}, ${match} · ${table_name}`,
  change: 'Change',
  matchSheetForPrint: 'Match sheet for print',
  theChanceOfTheMatch: 'The chance of the match',
  chancesOfBreaks: (if_i_break: Said, player_name: Said, if_they_break: Said, opponent_name: Said) =>
    `By the chance of a rack as both players were: ${if_i_break} % when ${player_name} breaks, ${if_they_break} % when ${opponent_name} does.`,

  // RackLines
  racks: 'Racks',
  noneYet: 'None yet.',
  inPlay: 'in play',
  brokeInPlay: (name: Said) => `, ${name} broke`,
  brokeAfter: (name: Said) => `; ${name} broke`,
  changeRack: (number: Said) => `Change rack ${number}`,
  wonBy: 'Won by',
  how: 'How',
  notSaid: 'not said',
  pointsOfRackChanceThey: 'Points of rack chance; they add up to how the rack ended.',
  shot: (number: Said) => `shot ${number}`,
  givenAwayByTheChoice: 'given away by the choice',
  rackFiguresMean:
    'Below a rack with recorded decisions stands how it came about: the rack chance to begin with, and what changed it. Choices gave some away, strokes brought more or less than one’s own average. Then how the balls came to lie, and all else, the opponent above all. It adds up to 100 for a rack won, to 0 for one lost.',

  // ScoreCard
  theScore: 'The score',
  raceToWords: (race_to: Said) => `race to ${race_to}`,
  wonTheMatch: (name: Said) => `${name} won the match.`,
  rackComing: (rack: Said, name: Said) => `Rack ${rack}: ${name} breaks. Chance of the match`,
  howTheRackWasWon: 'How the rack was won',
  iWonTheRack: 'I won the rack',
  iLostIt: 'I lost it',
  whatIPlayOnThe: 'what I play on the Table belongs to this match',
  undoTheLastRack: 'Undo the last rack',

  // words
  potsWithinReach: 'pots within reach',
  longPots: 'long pots',
  thinCuts: 'thin cuts',
  banksCombinationsAndKisses: 'banks, combinations and kisses',
  attackedWhenSafeWasBetter: 'attacked when safe was better',
  safeWhenAttackingWasBetter: 'safe when attacking was better',
  anotherPotWasBetter: 'another pot was better',
  anotherSafetyWasBetter: 'another safety was better',
  tooMuchSpeedOrSide: 'too much speed or side',
  rightBallWrongPlace: 'right ball, wrong place',
  chasedARecovery: 'chased a recovery',
  onTheBreak: 'on the break',
  brokeAndRanOut: 'broke and ran out',
  ranOut: 'ran out',
  afterASafety: 'after a safety',
  afterAMiss: 'after a miss',
  afterAFoul: 'after a foul',
  afterALongRack: 'after a long rack',
  given: 'given',
})

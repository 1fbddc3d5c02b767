import { spoken, type Said } from '../language'

export const text = spoken('frame', {
  // App
  tryAgain: 'Try again',
  openingTheScorebook: 'Opening the scorebook …',

  // FrameActs
  keys: 'Keys',
  lightHelpAccountSignOut: 'Light, help, account, sign out',
  hallLight: 'Hall light',
  dayLight: 'Day light',
  help: 'Help',
  account: 'Account',
  lessons: 'Lessons',
  teachAndLearn: 'give positions and read the answers',
  lesson: 'Lesson',
  results: 'Answers',
  homework: 'A lesson',
  joinABoard: 'Join a board',
  shared: 'Given to you',
  signOut: 'Sign out',

  // IndexTabs
  pages: 'Pages',
  playingOut: 'playing out',
  workingOut: 'working out',
  weighing: 'weighing',
  planning: 'planning',
  measuringNow: 'measuring',
  pricing: 'pricing',

  // KeysSheet
  helpAndKeys: 'Help and keys',
  howToReadTheAnswer: 'How to read the answer',
  theFirstStepsAgain: 'The first steps again',
  lettersAct: 'Letters are keys',
  noLetters: 'Off: arrows, Tab and Escape still act.',
  underlinedLetters: 'A letter that is a key is underlined in its label.',
  pageKey: (label: Said) => `the page ${label}`,
  thisSheet: 'this sheet',

  // ReadinessLine
  physicsIsBeingMade: 'The physics is being made ready on this machine, only this once:',
  physicsProgress: 'How far the physics is',

  // SittingPage
  whatBecameOfIt: 'What became of it',
  notSentYet: (coming: Said) =>
    `${coming} not sent yet: the server does not answer. They are kept here and sent by themselves.`,

  // TheFrame
  skipToThePage: 'Skip to the page',
  offline: 'The server does not answer. The board is kept in this browser: set balls up meanwhile.',

  // places
  table: 'Table',
  weighALayout: 'weigh a layout',
  runOut: 'Run-out',
  planTheWholeRack: 'plan the whole rack',
  kicks: 'Kicks',
  findAWay: 'find a way to a hidden ball',
  practice: 'Practice',
  drillsAndQuiz: 'drills that measure and a quiz of decisions',
  record: 'Record',
  whatWasDecided: 'what was decided and what it cost',
  players: 'Players',
  playersAndTables: 'players and tables',

  // router
  drill: 'Drill',
  drillSitting: 'Drill sitting',
  quiz: 'Quiz',
  match: 'Match',
  decision: 'Decision',
  player: 'Player',
  measuring: 'Measuring',
  measuredTable: 'Measured table',
  noSuchPage: 'No such page',
})

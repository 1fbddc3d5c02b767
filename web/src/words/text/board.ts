import { spoken, type Said } from '../language'

export const text = spoken('board', {
  // BallTray
  ballsOffTheTable: 'Balls off the table',
  off: 'off',
  putOnTheTable: (ball: Said) => `Put ${ball} on the table`,
  dragItOnOrPress: (ball: Said) => `${ball}: drag it on, or press`,

  // BoardTable
  thisTableCannotBeDrawn: 'This table cannot be drawn.',

  // PlaceLine
  placeABallByTyping: 'Place a ball by typing',
  placesExample: 'Type places: 3 at 5, 1.5;  4 frozen to the 3 toward the foot rail',
  typePlacesT: 'Type places (T)',
  proposals: 'How it may go on',

  // SceneNumber
  fromTo: (label: Said, min: Said, max: Said) => `${label}: ${min} to ${max}`,

  // SceneStrip
  nameOfTheLayout: 'Name of the layout',
  untitledLayout: 'Untitled layout',
  gamePlayersTableFoulsRace: 'Game, players, table, fouls, race',
  theScene: 'The scene',

  // SetupTools
  undo: 'Undo',
  undoCtrlZ: 'Undo (Ctrl Z)',
  redo: 'Redo',
  redoShiftCtrlZ: 'Redo (Shift Ctrl Z)',
  asABreakLeavesThem: 'Balls as a break may leave them',
  asAGameLeavesThem: 'Balls as they may lie in the middle of a game',
  newBreak: 'New break',
  newLayout: 'New layout',
  more: 'More',
  moreMeans: 'What else can be done with the layout',
  mirror: 'Mirror',
  halfTurn: 'Half-turn',
  clear: 'Clear',

  // document
  nineBall: 'Nine-ball',
  tenBall: 'Ten-ball',
  eightBall: 'Eight-ball',
  straightPool: 'Straight pool',
  snooker: 'Snooker',

  // scene
  iShoot: 'I shoot',
  opponentShoots: 'Opponent shoots',
  tableOpen: 'Table open',
  iHaveSolids: 'I have solids',
  iHaveStripes: 'I have stripes',
  no: 'no',
  allowedNow: 'allowed now',
  justMadeByTheOpponent: 'just made by the opponent',
  iBroke: 'I broke',
  opponentBroke: 'Opponent broke',
  byTheBallsLeft: 'by the balls left',
  game: 'Game',
  me: 'Me',
  opponent: 'Opponent',
  whoShoots: 'Who shoots',
  aDeletedPlayer: 'a deleted player',
  table: 'Table',
  whereItLies: 'where it lies',
  inHand: 'in hand',
  inHandInTheD: 'in hand in the D',
  inHandBehindTheLine: 'in hand behind the line',
  cueBall: 'Cue ball',
  myFoulsInARow: 'My fouls in a row',
  myFouls: 'My fouls',
  opponentsFoulsInARow: 'Opponent’s fouls in a row',
  opponentsFouls: 'Opponent’s fouls',
  opponents: 'Opponent’s',
  groups: 'Groups',
  myPoints: 'My points',
  opponentsPoints: 'Opponent’s points',
  pointsThatWin: 'Points that win',
  raceTo: 'To',
  ballOn: 'Ball on',
  on: 'On',
  freeBall: 'Free ball',
  pushOutMeans: 'Push-out: on the shot after the break the table may be handed over without a legal shot',
  pushOut: 'Push-out',
  raceMeans: 'Race: racks that win the match',
  race: 'Race',
  racksIHaveWon: 'Racks I have won',
  iHave: 'I have',
  racksTheOpponentHasWon: 'Racks the opponent has won',
  opponentHas: 'Opponent has',
  whoBrokeThisRack: 'Who broke this rack',

  // toTry
  potItOrHide: 'Pot it or hide',
  attackOrSafety: 'Attack or safety',
  threeToRun: 'Three to run',
  aRunOut: 'A run-out',
  sixWithAWayThrough: 'Six with a way through',
  whereToPutIt: 'Where to put it',
  ballInHand: 'Ball in hand',
  noSightOfThree: 'No sight of the 3',
  aKick: 'A kick',
  oneFoulToGo: 'One foul to go',
  opponentOnTwoFouls: 'The opponent is on two fouls',
  whichGroup: 'Which group',
  eightBallWhichBallFirst: 'Eight-ball: which ball first',
  theBallToBreakWith: 'The ball to break with',
  straightPoolWhichBallStays: 'Straight pool: which ball stays',

  // useBoard
  ofThisWindow: (name: Said) => `${name} (this window)`,
})

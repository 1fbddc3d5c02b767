import { spoken, type Said } from '../language'

export const text = spoken('keys', {
  // tableKeys
  weighTheLayout: 'weigh the layout',
  refineWeighAgainWithMore: 'refine: weigh again with more tries',
  arrows: 'Arrows',
  nudgeTheChosenBallFiner: 'nudge the chosen ball; finer with Shift',
  aimAShotOfMy: 'aim a shot of my own; arrows then turn the aim and change the speed',
  compareTheChosenShotWith: 'compare the chosen shot with the next one',
  playTheDrawnShotIn: 'play the drawn shot in time, or pause it',
  showOrHide: (says: Said) => `show or hide ${says}`,
  theShownLayersInSentences: 'the shown layers in sentences',
  saveLayoutAndStudy: 'save layout and study',
  theLibraryOfSavedLayouts: 'the library of saved layouts and studies',
  filesDownloadPrintOpen: 'files: download, print, open',
  ctrlV: 'Ctrl V',
  putACopiedLayoutFile: 'put a copied layout file on the table',

  // kicksKeys
  findTheWays: 'find the ways',
  arrowsDo: 'way by way; with a ball chosen on the table, nudge it; while aiming, turn and speed',
  nextBallOn: 'the next ball that is on',
  aimByHandAndBack: 'aim by hand, and back',
  drawTries: 'draw the tries of the player',
  logWhereATryArrived: 'log where a try arrived',
  escape: 'Escape',
  leaveAiming: 'leave what is being aimed or logged',

  // runOutKeys
  planTheLayout: 'plan the layout',
  arrowsDoRunOut: 'ball by ball through the plan; with a ball chosen on the table, nudge it',
  theWholePlanAgain: 'the whole plan again',
  aShotOfYourOwn: 'a shot of your own at the ball that is looked at',
  keepKey: 'keep this plan to compare it',

  // practiceKeys
  goOnWithTheSitting: 'go on with the sitting that is open',
  beginARoundOfThe: 'begin a round of the quiz',
  pottedButNotInIts: 'potted, but not in its place',
  arrowsEnter: 'Arrows, Enter',
  onTheDrawingWhereThe: 'on the drawing: where the ball came to rest',
  potABall: 'pot a ball',
  playSafe: 'play safe',
  aStrokeOfYourOwn: 'a stroke of your own',
  enter: 'Enter',
  openTheLedger: 'open the ledger',
  nextPosition: 'next position',

  // recordKeys
  aNewMatch: 'a new match',
  findAmongMatchesAndDecisions: 'find among matches and decisions',
  ctrlZ: 'Ctrl Z',
  bringBackWhatWasDeleted: 'bring back what was deleted last',
  iWonTheRack: 'I won the rack',
  iLostTheRack: 'I lost the rack',
  takeTheLastRackBack: 'take the last rack back',

  // sittingKeys
  kOrN: 'K or N',
  missedThickOrThinWith: 'missed thick, or thin; with Shift by far (R or L where the pot is straight)',
  didNotGetThereOr: 'did not get there, or fell in a pocket',
  onTheTableMoveTo: 'on the table: move to where the cue ball rests, and set it',
  takeTheLastOneBack: 'take the last one back',

  // boardKeys
  typePlaces: 'type places',
  delete: 'Delete',
  takeTheChosenBallOff: 'take the chosen ball off',
  undoWithShiftRedo: 'undo; with Shift, redo',
  mirrorAcrossTheLongAxis: 'mirror across the long axis',
  halfTurnOfTheTable: 'half-turn of the table',
  aNewBreak: 'a new break, or a new layout of the game',
})

import { spoken, type Said } from '../language'
import { counted } from '../numbers'

export const text = spoken('runout', {
  // BallCard
  shotNumbered: (step: Said) => `Shot ${step}`,
  intoThe: (step: Said, ball: Said, pocket_words: Said) => `${step}. ${ball} into the ${pocket_words}`,
  myOwnShotIs: 'my own shot: ',
  strokeWords: (pace: Said, words: Said, speed_mps: Said, tip: Said, cut_deg: Said) =>
    `${pace}, ${words} (${speed_mps} m/s); ${tip}; cut ${cut_deg}°`,
  nextIsThe: (ball: Said, cut_words: Said) => `Next is the ${ball}. ${cut_words}`,
  zoneIs: (square_diamonds: Said) =>
    `Its zone is ${square_diamonds} square diamonds, dotted on the table; large dots where two pockets serve.`,
  triesDoBetter:
    'Without error the cue ball stops at the ring. The tries do better: the plan goes on from amid the best third of them.',
  fromThere: (words: Said, choice: Said, worth: Said) => `${words}: ${choice} – ${worth} from there.`,
  getsBackIntoTheZone: 'Gets back into the zone',
  takesTheHarderNextBall: 'Takes the harder next ball',

  // ChangeBall
  changeIt: 'Change it',
  anyPocket: 'Any pocket',
  iWantToBeElsewhere: 'I want to be elsewhere',
  myOwnShot: 'My own shot',
  notMyShot: 'Not my shot',
  whereverIsBest: 'Wherever is best',
  earlier: 'Earlier',
  later: 'Later',

  // PlanHead
  plan: 'Plan',
  stop: 'Stop',
  planning: 'Planning',
  whatCounts: 'What counts',
  runningOutCounts: 'Running out counts',
  whatAMissLeavesCounts: 'What a miss leaves counts too',
  keepMeans: 'Keep this plan to compare others with it (K)',
  keep: 'Keep',
  undoMyChanges: 'Undo my changes',
  sheetForPrint: 'Sheet for print',
  keptPlans: 'Kept plans',
  changedSince: 'the layout has changed since',
  settledInS: (seconds: Said) => `settled in ${seconds} s`,
  lookingAhead: (settled: Said) => `${settled}, looking ahead`,
  firstPlanRefining: 'first plan, refining',
  runOut: 'Run out, if you go for it',

  // PlanLine
  keyBall: 'key ball',
  made: (make: Said, way: Said) => `made ${make} · ${way}`,
  fromHere: 'from here',
  lastBall: 'last ball',
  intoTheLine: 'into the line, ',
  acrossTheLine: 'across the line, ',

  // PlanNotes
  chancesMean: (searched: Said) =>
    `${searched} Chances are what this player’s strokes come to in the simulation; their ± comes from the number of tries alone. What the first shot wins is looked ahead at, as on the Table page. ± says what that may be off by.`,

  // PlanSheet
  thePlan: 'The plan',
  standsInLine: (waiting: Said) => `${waiting} Your question stands in line and goes on by itself.`,
  workingBackwardFromTheLast: 'Working backward from the last ball …',
  whatThisPageDoes:
    'Here the whole rack is planned. Every ball has its pocket, its stroke, and where the cue ball goes from there. Put the balls where they lie, then press',
  dragBallsFromTheTray: 'Drag balls from the tray, or type their places:',
  placesExample: '3 at 5, 1.5',
  tryItOn: (name: Said) => `Try it on “${name}”`,

  // RunOutPlace
  untitledLayout: 'untitled layout',
  pageTitle: (name: Said) => `Run-out: ${name}`,
  theLayoutWithThePlan: 'The layout with the plan',
  pressOrDragToWhere: (wants: Said) =>
    `Press, or drag to, where the cue ball should come to rest after the ${wants}.`,
  leaveIt: 'Leave it',

  // StepBar
  throughThePlan: 'Through the plan',
  oneBallBack: 'One ball back',
  all: 'All',
  shotWords: (step: Said, words: Said) => `Shot ${step}: ${words}`,
  oneBallOn: 'One ball on',

  // changes
  asGood: 'as good',
  costs: (points: number) => `costs ${counted(points, 'point', 'points')}`,
  moreHere: (points: Said) => `${points} more here`,

  // usePlanShot
  itDoesNotPotThe: (ball: Said) => `It does not pot the ${ball}.`,

  // useRunOutAddress
  aPlannedLayout: 'A planned layout',
})

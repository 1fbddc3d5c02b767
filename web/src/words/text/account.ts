import { spoken, type Said } from '../language'

export const text = spoken('account', {
  // AccountPlace
  language: 'Language',
  languageMeans:
    'Of this browser. German is for the Table page so far; shots are told in English. Choosing opens the page anew.',

  // HallsCard
  fromPhotos: 'Learned from photos',
  whatIsLearned: 'How the balls of a table look, from what you confirmed. No picture is kept.',
  nothingLearned: 'Nothing yet: put a layout on the board from a photo.',
  photosOf: (count: Said) => `${count} photo${count === 1 ? '' : 's'}`,
  forget: 'Forget',
  forgetTable: (table: Said) => `Forget what was learned of ${table}`,

  // AccountCard
  myAccount: 'My account',
  takeAway: 'Take everything away as one file',
  whatIsTakenAway:
    ' players, tables, attempts, layouts, kept studies, tries, the record, what photos taught.',
  bringBack: 'Bring such a file back',
  aFileOfAnAccount: 'A file of an account',
  otherPasswordOpens: 'Another password …',
  deletionOpens: 'Delete my account …',
  passwordChanged: 'Your password is changed; other devices are signed out.',
  anotherPassword: 'Another password',
  passwordNow: 'Password now',
  newPassword: 'New password',
  passwordLength: 'Twelve letters or more.',
  changeIt: 'Change it',
  keepIt: 'Keep it',
  deleteMyAccount: 'Delete my account',
  allGoes: (username: Said) => `All that ${username} has here goes for good. Take it away as a file first.`,
  password: 'Password',
  deleteForGood: 'Delete for good',
  decisionsOfNoMatch: 'decisions of no match',
  sittingsAtDrills: 'sittings at drills',
  roundsOfTheQuiz: 'rounds of the quiz',
  hallsLearned: 'tables learned from photos',
  broughtBack: (parts: Said) => `Brought back: ${parts}.`,
  nothingNew: 'All of it was here already.',
})

import { spoken } from '../language'

export const text = spoken('entry', {
  // SignIn
  partita: 'Partita',
  whichShotWinsThisRack: 'Which shot wins this rack most often, and how sure is that?',
  name: 'Name',
  password: 'Password',
  twelveLettersOrMoreThree: 'Twelve letters or more. Three or four words in a row are easy to keep.',
  showWhatIType: 'Show what I type',
  makeTheAccount: 'Make the account',
  signIn: 'Sign in',
  iHaveAnAccount: 'I have an account',
  makeAnAccount: 'Make an account',
  joinABoard: 'Join a board with its code',
})

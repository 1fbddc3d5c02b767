import { spoken } from '../language'

export const text = spoken('nowhere', {
  // NowherePlace
  thereIsNoSuchPage: 'There is no such page',
  nothingStandsAt: 'Nothing stands at',
  theAddressMayBeMistyped: '. The address may be mistyped, or what stood there was deleted.',
  goToTheTable: 'Go to the Table',
  orOpenAPageBy: ', or open a page by its tab.',
})

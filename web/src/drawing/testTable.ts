/** A nine-foot table for tests, as the server gives it, as far as dragging and drawing need it. */
import type { Table } from '@/api/client'

export const nineFoot = {
  name: 'pool-9ft',
  length: 2.54,
  width: 1.27,
  radius: 0.028575,
  reach: 0.0275,
  drops: [[-0.03, -0.03, 0.062]],
  mouths: [[0, 0]],
} as unknown as Table

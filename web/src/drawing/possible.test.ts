import { describe, expect, it } from 'vitest'
import { nineFoot } from './testTable'
import { impossible, isOffTable, snapped } from './possible'

describe('while a ball is dragged', () => {
  it('it snaps to a ball, a rail and a spot, and says so', () => {
    const balls = { '5': [4, 2] as [number, number] }
    expect(snapped(nineFoot, [4.185, 2.001], balls, '3').says).toBe('frozen to ball 5')
    const apart = ((snapped(nineFoot, [4.185, 2.001], balls, '3').at[0] - 4) * 2.54) / 8
    expect(apart).toBeCloseTo(2 * nineFoot.radius, 4)
    expect(snapped(nineFoot, [3, 0.095])).toMatchObject({ says: 'frozen to the near long rail' })
    expect(snapped(nineFoot, [6.01, 2.01])).toEqual({ at: [6, 2], says: 'on the foot spot' })
    expect(snapped(nineFoot, [3.1234, 1.5678]).at).toEqual([3.12, 1.57])
  })
  it('it cannot lie in another ball or in a cushion, and the words say by how much', () => {
    const balls = { '5': [4, 2], '3': [4.1, 2] } as Record<string, [number, number]>
    expect(impossible(nineFoot, balls, '3')).toMatch(/^Ball 3 overlaps ball 5 by 25\.4 mm/)
    expect(impossible(nineFoot, { '3': [3, 0.02] }, '3')).toMatch(/inside a cushion/)
    expect(impossible(nineFoot, { '3': [3, 1] }, '3')).toBeNull()
  })
  it('it is taken off beyond the rails', () => {
    expect([isOffTable([-0.5, 2]), isOffTable([0.1, 2])]).toEqual([true, false])
  })
})

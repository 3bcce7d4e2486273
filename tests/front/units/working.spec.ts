import { expect, it } from 'vitest'
import type { Working } from '@/api/client'
import { partOf } from '@/features/margin/working'

const part = (key: string | null, ...children: Working[]): Working =>
  ({ key, label: key ?? 'unnamed', value: 1, unit: 'money', children }) as unknown as Working

it('finds a part of a working by its key, wherever it stands', () => {
  const whole = part('dcf', part(null, part('enterprise_value', part('revenue@2026'), part('revenue@2027'))), part('shares'))
  expect(partOf(whole, 'revenue@2027')?.label).toBe('revenue@2027')
  expect(partOf(whole, 'shares')?.label).toBe('shares')
  expect(partOf(whole, 'revenue')).toBeUndefined()
  expect(partOf(part('leaf'), 'leaf')).toBeUndefined()
})

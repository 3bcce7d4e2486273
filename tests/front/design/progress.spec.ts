import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import { createVuetify } from 'vuetify'
import { VProgressLinear } from 'vuetify/components'
import WorkProgress from '@/design/WorkProgress.vue'

const shown = (work: { done: number; total: number } | null) =>
  mount(WorkProgress, {
    props: { work, what: 'companies', label: 'Progress of it' },
    global: { plugins: [createVuetify({ components: { VProgressLinear } })] },
  })

test('work tells how far it is, in a bar and in numbers', () => {
  const bar = shown({ done: 1500, total: 6000 })
  expect(bar.text().replace(/\s/gu, ' ')).toBe('1 500 of 6 000 companies')
  expect(bar.getComponent(VProgressLinear).props()).toMatchObject({ modelValue: 25, indeterminate: false })
  expect(bar.get('[role=progressbar]').attributes('aria-label')).toBe('Progress of it')
})

test('before a worker has begun nothing is measured', () => {
  for (const work of [null, { done: 0, total: 0 }]) {
    const bar = shown(work)
    expect(bar.text()).toBe('Waiting for the worker…')
    expect(bar.getComponent(VProgressLinear).props()).toMatchObject({ modelValue: 0, indeterminate: true })
  }
})

import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import { createVuetify } from 'vuetify'
import * as components from 'vuetify/components'
import PageSteps from '@/design/PageSteps.vue'

const global = { plugins: [createVuetify({ components })] }

test('one page needs no steps, two have them', async () => {
  const steps = mount(PageSteps, { props: { modelValue: 1, pages: 1, label: 'Pages' }, global })
  expect(steps.find('nav').exists()).toBe(false)
  await steps.setProps({ pages: 2 })
  expect(steps.get('nav').attributes('aria-label')).toBe('Pages')
  await steps.get('[aria-label="Next page"], .v-pagination__next button').trigger('click')
  expect(steps.emitted('update:modelValue')).toEqual([[2]])
})

test('a page that is no more is left for the last one', async () => {
  const steps = mount(PageSteps, { props: { modelValue: 3, pages: 3, label: 'Pages' }, global })
  await steps.setProps({ pages: 2 })
  expect(steps.emitted('update:modelValue')).toEqual([[2]])
})

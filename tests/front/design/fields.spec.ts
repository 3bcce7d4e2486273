import { mount } from '@vue/test-utils'
import { nextTick } from 'vue'
import { expect, test } from 'vitest'
import { createVuetify } from 'vuetify'
import { VSelect } from 'vuetify/components'
import ChoiceField from '@/design/ChoiceField.vue'
import CommitInput from '@/design/CommitInput.vue'
import NumberField from '@/design/NumberField.vue'

test('a figure counts when one leaves the field, and what is refused gives way to the last good one', async () => {
  const field = mount(CommitInput, { props: { modelValue: '5' } })
  const input = field.get('input')
  input.element.value = '7'
  await input.trigger('input')
  expect(field.emitted('update:modelValue')).toBeUndefined()
  await input.trigger('change')
  expect(field.emitted('update:modelValue')).toEqual([['7']])
  // Nobody took it over.
  await nextTick()
  expect(input.element.value).toBe('5')
  await field.setProps({ modelValue: '9' })
  expect(input.element.value).toBe('9')
})

test('what is being typed stays while the page around it changes', async () => {
  const field = mount(CommitInput, { props: { modelValue: '5' }, attrs: { 'aria-label': 'Growth' } })
  const input = field.get('input')
  input.element.value = '12'
  await input.trigger('input')
  await field.setProps({ 'aria-label': 'Growth of revenue' } as never)
  expect(input.element.value).toBe('12')
  expect(input.attributes('aria-label')).toBe('Growth of revenue')
})

test.each([
  ['percent', '12.5%', 0.125],
  ['money', '2.5bn', 2.5e9],
  ['times', '1 500', 1500],
  ['ratio', '−3', -3],
])('a number of unit %s is read as people write it: %s', async (unit, text, value) => {
  const field = mount(NumberField, { props: { label: 'Least', unit, modelValue: 1 } })
  const input = field.get('input')
  input.element.value = text
  await input.trigger('input')
  expect(field.emitted('update:modelValue')).toEqual([[value]])
  expect(input.attributes('aria-invalid')).toBe('false')
})

test('what is no number is said to be none and changes nothing', async () => {
  const field = mount(NumberField, { props: { label: 'Least', unit: 'percent', modelValue: 0.1 } })
  const input = field.get('input')
  expect(input.element.value).toBe('10%')
  input.element.value = 'much'
  await input.trigger('input')
  expect(field.emitted('update:modelValue')).toBeUndefined()
  expect(field.get('[role=alert]').text()).toContain('Write a number such as')
  await field.setProps({ modelValue: 0.2 })
  expect(input.element.value).toBe('20%')
  expect(field.find('[role=alert]').exists()).toBe(false)
})

test('a day is chosen as a day and kept as a number', async () => {
  const field = mount(NumberField, { props: { label: 'After', unit: 'date', modelValue: 20260630 } })
  const input = field.get('input')
  expect(input.element.value).toBe('2026-06-30')
  input.element.value = '2025-12-31'
  await input.trigger('input')
  await input.trigger('change')
  expect(field.emitted('update:modelValue')).toEqual([[20251231]])
})

test('a choice gives back the value behind the word', async () => {
  const field = mount(ChoiceField, {
    props: {
      name: 'Years',
      label: 'of',
      modelValue: 5,
      choices: [
        [5, 'five years'],
        [10, 'ten years'],
      ] as [number, string][],
    },
    global: { plugins: [createVuetify()] },
  })
  const select = field.getComponent(VSelect)
  expect((select.props('items') as { title: string }[]).map((item) => item.title)).toEqual(['five years', 'ten years'])
  expect(field.find('[aria-label="Years"]').exists()).toBe(true)
  select.vm.$emit('update:modelValue', 10)
  expect(field.emitted('update:modelValue')).toEqual([[10]])
  await field.setProps({ disabled: true } as never)
  expect(select.props('disabled')).toBe(true)
})

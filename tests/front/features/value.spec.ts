import { mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { describe, expect, it } from 'vitest'
import { defineComponent, h, nextTick, ref } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import TornadoBars from '@/features/value/TornadoBars.vue'
import { inputText, type MethodInput } from '@/features/value/figures'
import { useAddressed } from '@/shell/addressed'

const input = (name: string, unit: string): MethodInput => ({ name, label: name, unit }) as MethodInput

describe('a figure of an input', () => {
  it('is read in its own unit and never made up', () => {
    expect(inputText('percent', 0.0825)).toBe('8.25 %')
    expect(inputText('years', 5)).toBe('5')
    expect(inputText('times', 30.2)).toBe('30.20×')
    expect(inputText('money_per_share', -1.5)).toBe('−1.50')
    expect(inputText('percent', null)).toBe('–')
  })
})

describe('what moves a value', () => {
  const bars = [
    { input: 'growth', label: 'Growth', low: 40, high: 60, swing: 20, from: 0.03, to: 0.05 },
    { input: 'payout', label: 'Payout', low: 52, high: 48, swing: 4, from: 0.3, to: 0.5 },
    { input: 'years', label: 'Years', low: 50, high: 50, swing: 0, from: 4, to: 6 },
    { input: 'rate', label: 'Rate', low: null, high: 55, swing: null, from: 0.02, to: 0.04 },
  ]
  const shown = mount(TornadoBars, {
    props: {
      bars,
      centre: 50,
      inputs: [input('growth', 'percent'), input('payout', 'percent'), input('years', 'years'), input('rate', 'percent')],
    },
    global: { plugins: [createPinia()] },
  })

  it('is drawn where it moves it, from the lowest to the highest end, and said in words', () => {
    const rows = shown.findAll('[role=listitem]')
    expect(rows.map((row) => row.attributes('aria-label'))).toEqual([
      'Growth: 40.00 at 3.00 %, 60.00 at 5.00 %',
      'Payout: 52.00 at 30.00 %, 48.00 at 50.00 %',
    ])
    expect(rows[0]!.find('i').attributes('style')).toContain('left: 0%; width: 100%')
    expect(rows[1]!.find('i').attributes('style')).toContain('left: 40%; width: 20%')
    expect(rows[0]!.find('b').attributes('style')).toContain('left: 50%')
  })

  it('can be moved between ends of one’s own', async () => {
    const ends = shown.findAll('[role=listitem]')[0]!.findAll('input')
    expect(ends.map((end) => end.element.value)).toEqual(['3.0 %', '5.0 %'])
    await ends[1]!.setValue('8 %')
    await ends[0]!.setValue('much')
    expect(shown.emitted('range')).toEqual([['growth', [0.03, 0.08]]])
  })
})

describe('a choice that stands in the address', () => {
  const opened = async (address: string) => {
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [{ path: '/:ticker', component: { render: () => null } }],
    })
    await router.push(address)
    const chosen = { interval: ref(''), years: ref('') }
    mount(
      defineComponent({
        setup() {
          chosen.interval = useAddressed<string>('interval', 'month')
          chosen.years = useAddressed<string>('years', '0')
          return () => h('p')
        },
      }),
      { global: { plugins: [router] } },
    )
    const settled = async (): Promise<void> => {
      await nextTick()
      await nextTick()
      await new Promise((done) => setTimeout(done))
    }
    return { router, chosen, settled }
  }

  it('is restored from it, and what one starts with is left out', async () => {
    const { router, chosen, settled } = await opened('/SALT?interval=week&other=1')
    expect([chosen.interval.value, chosen.years.value]).toEqual(['week', '0'])
    chosen.interval.value = 'month'
    await settled()
    expect(router.currentRoute.value.query).toEqual({ other: '1' })
  })

  it('is written together with others that change at once, and kept when another company takes the place', async () => {
    const { router, chosen, settled } = await opened('/SALT')
    chosen.interval.value = 'day'
    chosen.years.value = '3'
    await settled()
    expect(router.currentRoute.value.query).toEqual({ interval: 'day', years: '3' })
    await router.push('/PEAT')
    await settled()
    expect(router.currentRoute.value.fullPath).toContain('/PEAT?')
    expect(router.currentRoute.value.query).toEqual({ interval: 'day', years: '3' })
  })
})

<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import type { Schemas } from '@/api/client'
import type { Series } from '@/design/ChartFrame.vue'
import { amount, number } from '@/design/format'

// Charts weigh more than all the rest; they come when one is drawn.
const ChartFrame = defineAsyncComponent(() => import('@/design/ChartFrame.vue'))

type Picture = Schemas['Picture']
/** Price beside what the share earned, ten years of the business, and how what is expected moved. */
const props = defineProps<{ picture: Picture; shown: string[] }>()

const price = computed<Series[]>(() => {
  const { currency, closes, worth, multiple, basis } = props.picture.price
  return [
    { name: 'Price', values: closes, unit: currency },
    ...(multiple === null ? [] : [{ name: `${basis} × ${number(multiple, 1)}`, values: worth, unit: currency, benchmark: true }]),
  ]
})
const known = (row: Picture['ten_years']['rows'][number], scale: number): (number | null)[] =>
  row.figures.map((figure) => (figure.state === 'value' && figure.value !== null ? figure.value / scale : null))
const business = computed<Series[]>(() =>
  props.picture.ten_years.rows.map((row) =>
    row.unit === 'money'
      ? { name: row.label, values: known(row, 1), unit: props.picture.ten_years.currency, bars: true }
      : { name: row.label, values: known(row, 0.01), unit: '%' },
  ),
)
const days = computed(() => [...new Set(props.picture.expected.flatMap((year) => year.days))].sort())
const expected = computed<Series[]>(() =>
  props.picture.expected.map((year) => {
    const means = new Map(year.days.map((day, i) => [day, year.means[i]!]))
    return { name: `For FY ${year.year}`, values: days.value.map((day) => means.get(day) ?? null), unit: props.picture.ten_years.currency }
  }),
)
const HEIGHT = 190
</script>

<template>
  <div class="charts">
    <h2 class="visually-hidden">In pictures</h2>
    <ChartFrame
      v-if="shown.includes('price')"
      title="Price and earnings, five years"
      :labels="picture.price.days"
      :series="price"
      :height="HEIGHT"
      :show="(value: number) => number(value, 2)"
    />
    <ChartFrame
      v-if="shown.includes('business')"
      title="Ten years of the business"
      :labels="picture.ten_years.years.map((year) => `FY ${year}`)"
      :series="business"
      :height="HEIGHT"
      :show="(value: number, unit: string) => (unit === '%' ? number(value, 1) : amount(value))"
    />
    <div v-if="shown.includes('expected')">
      <ChartFrame
        v-if="expected.length"
        title="Expected earnings a share"
        :labels="days"
        :series="expected"
        :height="HEIGHT"
        :show="(value: number) => number(value, 2)"
      />
      <template v-else>
        <h3>Expected earnings a share</h3>
        <p class="quiet">No house has said in the last two years what it expects.</p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: calc(var(--space) * 6);
  margin-top: calc(var(--space) * 3);
}
</style>

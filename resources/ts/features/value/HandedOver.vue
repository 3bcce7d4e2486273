<script setup lang="ts">
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import { useAnswer } from '@/api/answer'
import SheetTable from '@/design/SheetTable.vue'
import { changePercent, number } from '@/design/format'
import { useNotices } from '@/stores/notices'

/** Ranges of value that Compare has handed over, each as it was on its day, beside the price. */
const props = defineProps<{ ticker: string; price: number | null }>()
const notices = useNotices()
const { state, reload } = useAnswer(
  'valuations',
  () => props.ticker,
  (ticker, signal) => ask(api.GET('/valuations', { params: { query: { ticker } }, signal })),
)
const rows = computed(() => (state.value.data ?? []).filter((of) => ['peers', 'transactions'].includes(of.method)))
type Row = (typeof rows.value)[number]
const each = (of: number | null): string => (of === null ? '–' : number(of, 2))
const ends = computed(() => {
  const all = [...rows.value.flatMap((of) => [of.low, of.per_share, of.high]), props.price].filter(
    (of): of is number => of !== null && of > 0,
  )
  return { low: Math.min(...all) * 0.94, high: Math.max(...all) * 1.03 }
})
const at = (of: number): number => (100 * (Math.max(of, ends.value.low) - ends.value.low)) / (ends.value.high - ends.value.low)
async function drop(of: Row): Promise<void> {
  try {
    await ask(api.DELETE('/valuations/{id}', { params: { path: { id: of.id } } }))
    reload()
    notices.say(`Dropped: ${of.name}. Compare hands it over again.`)
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <section v-if="rows.length">
    <h2>Handed over from Compare</h2>
    <SheetTable
      :columns="[
        { key: 'name', head: '', of: (of) => of.name },
        { key: 'range', head: '', heard: 'Range' },
        { key: 'low', head: 'Low', of: (of) => each(of.low) },
        { key: 'centre', head: 'Centre', of: (of) => each(of.per_share) },
        { key: 'high', head: 'High', of: (of) => each(of.high) },
        {
          key: 'upside',
          head: 'From the price',
          of: (of) => (of.per_share === null || !price ? '–' : changePercent(of.per_share / price - 1)),
        },
        { key: 'day', head: 'As of', of: (of) => of.as_of },
        { key: 'away', head: '' },
      ]"
      :rows="rows"
      :row-key="(of) => of.id"
    >
      <template #cell-range="{ row }">
        <span
          class="axis"
          role="img"
          :aria-label="`From ${each(row.low)} to ${each(row.high)}, centre ${each(row.per_share)}, price ${each(price)}`"
        >
          <span
            v-if="row.low !== null && row.high !== null"
            class="box"
            :style="{ left: `${at(row.low)}%`, width: `${at(row.high) - at(row.low)}%` }"
          />
          <span v-if="row.per_share !== null" class="centre" :style="{ left: `${at(row.per_share)}%` }" />
          <span v-if="price" class="price" :style="{ left: `${at(price)}%` }" />
        </span>
      </template>
      <template #cell-away="{ row }"><v-btn size="x-small" :aria-label="`Drop ${row.name}`" @click="drop(row)">Drop</v-btn></template>
    </SheetTable>
  </section>
</template>

<style scoped>
.axis {
  position: relative;
  display: block;
  width: 300px;
  height: 18px;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
.box {
  position: absolute;
  top: 5px;
  height: 8px;
  background: rgb(var(--v-theme-primary), 0.3);
}
.centre {
  position: absolute;
  top: 2px;
  height: 14px;
  width: 3px;
  background: rgb(var(--v-theme-primary));
}
.price {
  position: absolute;
  top: 0;
  height: 18px;
  width: 1px;
  background: rgb(var(--v-theme-accent));
}
</style>

<script setup lang="ts">
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask } from '@/api/client'
import { number } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import PageSteps from '@/design/PageSteps.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import { useReference } from './reference'
import { useSession } from '@/stores/session'

/** The points of a series, the latest first; a wrong one is taken out. */
const props = defineProps<{ series: { name: string; label: string }; percent: boolean }>()
const PER_PAGE = 24
const session = useSession()
const { change } = useReference()
const page = ref(1)
const { state, reload } = useAnswer(
  'series',
  () => ({ name: props.series.name }),
  ({ name }, signal) => ask(api.GET('/series/{name}', { params: { path: { name } }, signal })),
)
type Point = { day: string; value: number | null }
const latest = computed(() => [...(state.value.data?.points ?? [])].reverse())
const shown = computed(() => latest.value.slice((page.value - 1) * PER_PAGE, page.value * PER_PAGE))

async function takeOut(point: Point): Promise<void> {
  const params = { path: { name: props.series.name } }
  const body = { points: [{ day: point.day, value: null }] }
  if (await change(() => ask(api.PUT('/series/{name}', { params, body })), `${props.series.label} of ${point.day} is taken out.`)) reload()
}
const columns: SheetColumn<Point>[] = [
  { key: 'day', head: 'Day', of: (point) => point.day },
  {
    key: 'value',
    head: 'Value',
    of: (point) => (props.percent ? `${number(100 * (point.value ?? 0), 2)} %` : number(point.value ?? 0, 4)),
  },
  { key: 'away', head: '' },
]
</script>

<template>
  <section class="mt-4" :aria-label="`Points of ${series.label}`">
    <h3>{{ series.label }}</h3>
    <LoadState :state="state" @again="reload" />
    <SheetTable v-if="state.data" :label="`Points of ${series.label}`" :columns="columns" :rows="shown" :row-key="(point) => point.day">
      <template #cell-away="{ row: point }">
        <v-btn v-if="session.canChangeFacts" size="small" :aria-label="`Take out ${point.day}`" @click="takeOut(point)">Take out</v-btn>
      </template>
    </SheetTable>
    <PageSteps v-model="page" :pages="Math.max(1, Math.ceil(latest.length / PER_PAGE))" :label="`Pages of ${series.label}`" />
  </section>
</template>

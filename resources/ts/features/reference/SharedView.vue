<script setup lang="ts">
import { computed } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import LoadState from '@/design/LoadState.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import { useNotices } from '@/stores/notices'

/** What the people of an installation show each other: one's own with a mark whether others read it, and what others share. */
type Thing = Schemas['SharedThing']
const KINDS: Record<Thing['kind'], string> = {
  screens: 'Screen',
  'column-sets': 'Set of columns',
  lists: 'List',
  'own-metrics': 'Metric',
  valuations: 'Valuation',
}
const notices = useNotices()
const { state, reload } = useAnswer(
  'shared',
  () => null,
  (_, signal) => ask(api.GET('/shared', { signal })),
)
const own = computed(() => state.value.data?.filter((thing) => thing.owner === null) ?? [])
const others = computed(() => state.value.data?.filter((thing) => thing.owner !== null) ?? [])
const path = (thing: Thing) => ({ path: { key: thing.kind, id: thing.id } })

const share = (thing: Thing, shared: boolean): Promise<void> =>
  notices.attempt(
    () => ask(api.PUT('/shared/{key}/{id}', { params: path(thing), body: { shared } })),
    shared ? `Everybody here can read “${thing.name}” and copy it.` : `“${thing.name}” is yours alone again; copies stay.`,
    reload,
  )
const copy = (thing: Thing): Promise<void> =>
  notices.attempt(
    () => ask(api.POST('/shared/{key}/{id}/copy', { params: path(thing) })),
    `“${thing.name}” is copied; the copy is yours.`,
    reload,
  )

const words: SheetColumn<Thing>[] = [
  { key: 'kind', head: 'Kind', of: (thing) => KINDS[thing.kind] },
  { key: 'name', head: 'Name', of: (thing) => thing.name, class: 'left' },
  { key: 'holds', head: 'Holds', class: 'left quiet' },
]
const ownColumns: SheetColumn<Thing>[] = [...words, { key: 'shared', head: 'Others read it', class: 'left' }]
const otherColumns: SheetColumn<Thing>[] = [
  ...words,
  { key: 'owner', head: 'Of', of: (thing) => thing.owner ?? '', class: 'left' },
  { key: 'copy', head: '' },
]
const keyOf = (thing: Thing): string => `${thing.kind} ${thing.id}`
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <section>
        <h3>What others share</h3>
        <p v-if="!others.length" class="quiet">Nobody shares anything yet.</p>
        <SheetTable v-else label="What others share" :columns="otherColumns" :rows="others" :row-key="keyOf">
          <template #cell-holds="{ row: thing }"
            ><span class="holds">{{ thing.holds }}</span></template
          >
          <template #cell-copy="{ row: thing }">
            <v-btn size="small" :aria-label="`Copy ${thing.name}`" @click="copy(thing)">Copy</v-btn>
          </template>
        </SheetTable>
      </section>
      <section class="mt-5">
        <h3>Yours</h3>
        <p v-if="!own.length" class="quiet">
          Screens, sets of columns, lists, own metrics and valuations you keep stand here, to be shown to the others or not.
        </p>
        <SheetTable v-else label="Yours" :columns="ownColumns" :rows="own" :row-key="keyOf">
          <template #cell-holds="{ row: thing }"
            ><span class="holds">{{ thing.holds }}</span></template
          >
          <template #cell-shared="{ row: thing }">
            <input
              type="checkbox"
              :checked="thing.shared"
              :aria-label="`Others read ${thing.name}`"
              @change="share(thing, ($event.target as HTMLInputElement).checked)"
            />
          </template>
        </SheetTable>
      </section>
    </template>
  </div>
</template>

<style scoped>
.holds {
  display: inline-block;
  max-width: 560px;
  white-space: normal;
}
</style>

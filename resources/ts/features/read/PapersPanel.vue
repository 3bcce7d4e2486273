<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, attach, paperAddress, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { number } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

type Paper = Schemas['Paper']
/** Files the reader keeps with a company: PDF, text, pictures. */
const props = defineProps<{ ticker: string }>()
const session = useSession()
const notices = useNotices()
const { state, reload } = useAnswer(
  'papers',
  () => ({ ticker: props.ticker, asOf: session.asOf }),
  ({ ticker, asOf }, signal) =>
    ask(api.GET('/companies/{ticker}/papers', { params: { path: { ticker }, query: asOf ? { as_of: asOf } : {} }, signal })),
)
const day = ref('')
const busy = ref(false)
const over = ref(false)
const chooser = ref<HTMLInputElement>()
async function take(files: FileList | null | undefined): Promise<void> {
  busy.value = true
  for (const file of files ?? []) {
    try {
      const paper = await attach(props.ticker, file, day.value || null)
      notices.say(`${paper.name} is kept.`, () => remove(paper, false))
    } catch (error) {
      notices.fail(error)
    }
  }
  busy.value = false
  if (chooser.value) chooser.value.value = ''
  reload()
}
async function remove(paper: Paper, tell = true): Promise<void> {
  await ask(api.DELETE('/papers/{id}', { params: { path: { id: paper.id } } }))
  reload()
  if (tell)
    notices.say(`${paper.name} is thrown away.`, async () => {
      await ask(api.POST('/papers/{id}/restore', { params: { path: { id: paper.id } } }))
      reload()
    })
}
const KIND: Record<string, string> = { 'application/pdf': 'PDF', 'text/plain': 'text' }
const size = (bytes: number): string =>
  bytes < 1e6 ? `${number(Math.max(1, bytes / 1024), 0)} kB` : `${number(bytes / 1024 / 1024, 1)} MB`
const columns: SheetColumn<Paper>[] = [
  { key: 'name', head: 'Paper' },
  { key: 'day', head: 'Of', of: (of) => of.day },
  { key: 'kind', head: 'Kind', of: (of) => KIND[of.media_type] ?? 'picture' },
  { key: 'size', head: 'Size', of: (of) => size(of.size) },
  { key: 'found', head: 'Found by', of: (of) => (of.has_text ? 'name and words' : 'name') },
  { key: 'away', head: '' },
]
</script>

<template>
  <section
    class="papers"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="((over = false), take($event.dataTransfer?.files))"
  >
    <h2>Papers</h2>
    <p class="choices">
      <label>of <input v-model="day" type="date" class="assumption" aria-label="Day of the paper" @keydown.stop /></label>
      <v-btn size="small" variant="outlined" :loading="busy" @click="chooser?.click()">Attach a paper</v-btn>
      <input
        ref="chooser"
        type="file"
        hidden
        multiple
        aria-label="Papers to attach"
        accept=".pdf,.txt,.md,.csv,.png,.jpg,.jpeg,.gif,.webp"
        @change="take(chooser?.files)"
      />
    </p>
    <LoadState :state="state" @again="reload" />
    <p v-if="state.data && !state.data.length" class="quiet">
      None yet. A PDF, a text or a picture of 20 MB at most can be attached or dropped here; the finder finds it by its words.
    </p>
    <SheetTable v-else-if="state.data" label="Papers" :columns="columns" :rows="state.data" :row-key="(of) => of.id">
      <template #cell-name="{ row }"
        ><a :href="paperAddress(row.id)" target="_blank" rel="noopener">{{ row.name }}</a></template
      >
      <template #cell-away="{ row }"
        ><v-btn size="x-small" :aria-label="`Throw ${row.name} away`" @click="remove(row)">Throw away</v-btn></template
      >
    </SheetTable>
  </section>
</template>

<style scoped>
.papers {
  margin-top: calc(var(--space) * 8);
}
.over {
  outline: 2px dashed rgb(var(--v-theme-primary));
}
input[type='date'] {
  width: 9.5em;
}
</style>

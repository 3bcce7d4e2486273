<script setup lang="ts">
import { ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import LoadState from '@/design/LoadState.vue'
import PageSteps from '@/design/PageSteps.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import { useReference } from './reference'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** Who changed what in the reference data, the latest first; an editor takes a change back. */
const session = useSession()
const notices = useNotices()
const page = ref(1)
const { state, reload } = useAnswer('changes', page, (page, signal) => ask(api.GET('/changes', { params: { query: { page } }, signal })))
const { takeBack } = useReference()

async function undo(change: Schemas['Change']): Promise<void> {
  try {
    await takeBack(change.id)
    notices.say(`Taken back: ${change.what}`)
  } catch (error) {
    notices.fail(error)
  }
}
const columns: SheetColumn<Schemas['Change']>[] = [
  { key: 'what', head: 'Change', of: (change) => change.what },
  { key: 'author', head: 'By', of: (change) => change.author, class: 'left' },
  { key: 'on', head: 'On', of: (change) => change.made_on ?? '–', class: 'left quiet' },
  { key: 'undo', head: '' },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <p v-if="state.data && !state.data.data.length" class="quiet">
      Nothing was changed yet. What is changed under
      <router-link :to="{ name: 'data', params: { view: 'reference' } }">Reference</router-link> is listed here with its author, and can be
      taken back.
    </p>
    <SheetTable v-else-if="state.data" label="Changes" :columns="columns" :rows="state.data.data" :row-key="(change) => change.id">
      <template #cell-undo="{ row: change }">
        <span v-if="change.undone_on" class="quiet">taken back {{ change.undone_on }}</span>
        <span v-else-if="change.import" class="quiet">goes with its import</span>
        <v-btn v-else-if="session.canChangeFacts" size="small" @click="undo(change)">Take back</v-btn>
      </template>
    </SheetTable>
    <PageSteps v-model="page" :pages="state.data?.meta.last_page" label="Pages of changes" />
  </div>
</template>

<script setup lang="ts">
import { ref } from 'vue'
import { api, ask } from '@/api/client'
import { download } from '@/design/download'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import type { Definition, TableView } from './screen'
import { linkTo, readFile } from './sharing'

/** The survivors as a file, and the screen as a file or a link. */
const props = defineProps<{ whole: Definition; definition: Definition; view: TableView; tab: string; day: string; total: number }>()
const emit = defineEmits<{ read: [screen: Definition, name: string] }>()
const session = useSession()
const notices = useNotices()
const exporting = ref(false)

async function exportAs(format: 'csv' | 'json' | 'xlsx' | 'ods'): Promise<void> {
  exporting.value = true
  try {
    const body = { screen: props.definition, as_of: session.asOf, format }
    const answer = api.POST('/screens/export', { body, parseAs: 'blob' }) as unknown as Promise<{
      data?: Blob
      error?: unknown
      response: Response
    }>
    const file = await ask(answer)
    download(`${props.whole.name || 'screen'} ${props.day}.${format}`, file, file.type)
  } catch (error) {
    notices.fail(error)
  } finally {
    exporting.value = false
  }
}
const exportScreen = () => download(`${props.whole.name || 'screen'}.json`, JSON.stringify(props.whole, null, 2), 'application/json')
async function share(): Promise<void> {
  try {
    const asOf = session.asOf ?? session.latestDay
    const link = await linkTo({ screen: props.whole, view: { ...props.view }, tab: props.tab, asOf })
    await navigator.clipboard.writeText(link).then(
      () => notices.say('Copied a link to this view.'),
      () => {
        location.hash = link.split('#')[1]!
        notices.say('The address of the page is now a link to this view.')
      },
    )
  } catch (error) {
    notices.fail(error)
  }
}
async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  try {
    emit('read', await readFile(file, session.asOf), file.name)
  } catch (error) {
    notices.fail(error)
  } finally {
    input.value = ''
  }
}
</script>

<template>
  <v-menu>
    <template #activator="{ props: activator }"
      ><v-btn size="small" :disabled="!total" :loading="exporting" v-bind="activator">Export</v-btn></template
    >
    <v-list density="compact">
      <v-list-item title="CSV" @click="exportAs('csv')" />
      <v-list-item title="Workbook, XLSX" @click="exportAs('xlsx')" />
      <v-list-item title="Workbook, ODS" @click="exportAs('ods')" />
      <v-list-item title="JSON" @click="exportAs('json')" />
      <v-list-item title="Screen file" @click="exportScreen" />
    </v-list>
  </v-menu>
  <v-btn size="small" @click="share">Link</v-btn>
  <label class="file">Read file<input type="file" accept=".json,application/json" aria-label="Read a screen file" @change="read" /></label>
</template>

<style scoped>
.file {
  color: rgb(var(--v-theme-primary));
  font-size: var(--type-small);
  font-weight: 500;
  padding: 0 calc(var(--space) * 2.5);
  cursor: pointer;
}
.file input {
  position: absolute;
  opacity: 0;
  width: 1px;
}
.file:focus-within {
  outline: 2px solid rgb(var(--v-theme-primary));
}
</style>

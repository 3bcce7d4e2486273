<script setup lang="ts">
import { shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask } from '@/api/client'
import { useNotices } from '@/stores/notices'
import type { Definition } from './screen'

/** Screens that are kept and those that come with the program: opened, saved, deleted. */
const props = defineProps<{ whole: Definition }>()
const emit = defineEmits<{ open: [definition: Definition]; ready: [screen: Definition, use: string] }>()
/** The saved screen on the page; null if it is none. */
const savedId = defineModel<number | null>({ required: true })
const route = useRoute()
const router = useRouter()
const notices = useNotices()
const saved = shallowRef<{ id: number; name: string; definition: Definition }[]>([])
const ready = shallowRef<{ key: string; use: string; screen: Definition }[]>([])

/** Reads both lists and opens what the address names. */
async function load(): Promise<void> {
  ;[ready.value, saved.value] = await Promise.all([ask(api.GET('/ready-screens')), ask(api.GET('/screens'))])
  openNamed()
}
function openNamed(): void {
  const wanted = saved.value.find((entry) => String(entry.id) === route.params.screen)
  if (wanted) {
    emit('open', wanted.definition)
    savedId.value = wanted.id
  }
}
watch(() => route.params.screen, openNamed)
function openReady(key: string): void {
  const entry = ready.value.find((one) => one.key === key)
  if (entry) emit('ready', entry.screen, entry.use)
}
async function save(asNew: boolean): Promise<void> {
  try {
    if (savedId.value && !asNew) await ask(api.PUT('/screens/{id}', { params: { path: { id: savedId.value } }, body: props.whole }))
    else savedId.value = (await ask(api.POST('/screens', { body: props.whole }))).id
    saved.value = await ask(api.GET('/screens'))
    notices.say(`Saved: ${props.whole.name}.`)
  } catch (error) {
    notices.fail(error)
  }
}
async function forget(): Promise<void> {
  if (!savedId.value) return
  const kept = props.whole
  try {
    await ask(api.DELETE('/screens/{id}', { params: { path: { id: savedId.value } } }))
    savedId.value = null
    saved.value = await ask(api.GET('/screens'))
    notices.say(`Deleted: ${kept.name}.`, async () => {
      savedId.value = (await ask(api.POST('/screens', { body: kept }))).id
      saved.value = await ask(api.GET('/screens'))
    })
  } catch (error) {
    notices.fail(error)
  }
}

defineExpose({ load, openReady })
</script>

<template>
  <v-menu max-height="480">
    <template #activator="{ props: activator }"><v-btn size="small" v-bind="activator">Open</v-btn></template>
    <v-list density="compact">
      <v-list-subheader>Your screens</v-list-subheader>
      <v-list-item
        v-for="entry in saved"
        :key="entry.id"
        :title="entry.name"
        @click="router.push({ name: 'find', params: { screen: entry.id } })"
      />
      <v-list-item v-if="!saved.length" title="No screen saved yet" disabled />
      <v-list-subheader>Ready screens</v-list-subheader>
      <v-list-item
        v-for="entry in ready.filter((one) => one.use === 'screen')"
        :key="entry.key"
        :title="entry.screen.name"
        @click="openReady(entry.key)"
      />
      <v-list-subheader>Ready checklists</v-list-subheader>
      <v-list-item
        v-for="entry in ready.filter((one) => one.use === 'checklist')"
        :key="entry.key"
        :title="entry.screen.name"
        @click="openReady(entry.key)"
      />
    </v-list>
  </v-menu>
  <v-btn size="small" @click="save(false)">Save</v-btn>
  <v-btn v-if="savedId" size="small" @click="save(true)">Save as new</v-btn>
  <v-btn v-if="savedId" size="small" @click="forget">Delete</v-btn>
</template>

<script setup lang="ts">
import ImportMapping from './ImportMapping.vue'
import ImportReading from './ImportReading.vue'
import UnknownCompanies from './UnknownCompanies.vue'
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import { computed, ref, shallowRef, watch } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import { amount, number } from '@/design/format'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** One file: how it is read, what it would change, what is refused; then storing it. */
const props = defineProps<{
  id: number
  kinds: { key: string; label: string }[]
  exchanges: { code: string; name: string; currency: string }[]
}>()
const emit = defineEmits<{ undo: [entry: Schemas['Import']]; changed: [] }>()
const session = useSession()
const notices = useNotices()
const data = shallowRef<Schemas['Import'] | null>(null)
const error = ref<string | null>(null)
const working = ref(false)
const profile = ref('')
const INTERVAL = 800
const SCALES: [number, string][] = [
  [1, 'Whole'],
  [1e3, 'Thousands'],
  [1e6, 'Millions'],
  [1e9, 'Billions'],
]
const isWorkedOn = (entry: Schemas['Import']): boolean => entry.state === 'previewing' || entry.state === 'storing'
const { state: answer, reload } = useAnswer(
  'import',
  () => props.id,
  (id, signal) => ask(api.GET('/imports/{id}', { params: { path: { id } }, signal })),
  (entry) => isWorkedOn(entry) && INTERVAL,
)
watch(
  answer,
  (now) => {
    if (now.status === 'success') show(now.data)
    if (now.status === 'error') error.value = now.error.message
  },
  { immediate: true },
)

function show(now: Schemas['Import']): void {
  const finished = data.value?.state === 'storing' && now.state === 'stored'
  data.value = now
  if (finished) session.figuresChanged()
  // What an order set going is looked after from here on.
  if (isWorkedOn(now) && answer.value.data && !isWorkedOn(answer.value.data)) reload()
}

async function remap(changes: Record<string, unknown>): Promise<void> {
  working.value = true
  error.value = null
  try {
    show(await ask(api.PUT('/imports/{id}', { params: { path: { id: props.id } }, body: changes })))
  } catch (problem) {
    error.value = (problem as Error).message
  } finally {
    working.value = false
  }
}
async function store(): Promise<void> {
  working.value = true
  error.value = null
  try {
    const now = await ask(api.POST('/imports/{id}/store', { params: { path: { id: props.id } } }))
    show(now)
    if (now.state === 'stored') {
      session.figuresChanged()
      await session.load()
      notices.say(`Stored: ${now.name}.`, () => emit('undo', now))
    }
    emit('changed')
  } catch (problem) {
    error.value = (problem as Error).message
  } finally {
    working.value = false
  }
}
async function keep(): Promise<void> {
  try {
    await ask(api.POST('/imports/{id}/profile', { params: { path: { id: props.id } }, body: { name: profile.value.trim() } }))
    notices.say(`Kept as "${profile.value.trim()}": files with the same heading are read this way.`)
    profile.value = ''
  } catch (problem) {
    notices.fail(problem)
  }
}
const preview = computed(() => data.value?.preview ?? null)
const mapping = computed(() => data.value?.mapping ?? null)
const editable = computed(() => data.value?.state === 'previewed' && !working.value)
const questions = computed(() => Object.entries(preview.value?.questions ?? {}))
const doubts = computed(() => Object.entries(preview.value?.doubts ?? {}))
/** Doubts that only a choice of a column or line resolves, not a nod. */
const canAccept = (key: string): boolean => !/^(rows|columns|quarter|sheets):|^span$/.test(key)
const stores = computed(() =>
  preview.value
    ? preview.value.counts.new + preview.value.counts.changed + (mapping.value?.conflicts === 'take' ? preview.value.counts.conflict : 0)
    : 0,
)
const words: Record<string, string> = { new: 'new', changed: 'changed', conflict: 'in conflict', same: 'same' }
const value = (x: number | null): string => (x === null ? '–' : Math.abs(x) >= 1e4 ? amount(x) : number(x, Number.isInteger(x) ? 0 : 2))
type Preview = NonNullable<Schemas['Import']['preview']>
const exampleColumns: SheetColumn<Preview['examples'][number]>[] = [
  { key: 'what', head: 'Figure', of: (example) => example.what },
  { key: 'company', head: 'Company', of: (example) => example.company },
  {
    key: 'status',
    head: 'Is',
    of: (example) => words[example.status],
    by: (example) => example.status,
    class: (example) => (example.status === 'conflict' ? 'attention' : ''),
  },
  { key: 'stored', head: 'Stored', of: (example) => value(example.stored ?? null) },
  { key: 'found', head: 'In the file', of: (example) => value(example.found ?? null) },
  { key: 'place', head: 'Where', of: (example) => example.place, class: 'quiet' },
]
</script>

<template>
  <div>
    <p><router-link :to="{ name: 'data', params: { view: '' } }">‹ All imports</router-link></p>
    <p v-if="error" class="worse" role="alert">{{ error }}</p>
    <template v-if="data">
      <h2>
        {{ data.name }} <span class="quiet">{{ data.format }}</span>
      </h2>
      <template v-if="data.state === 'previewing' || data.state === 'storing'">
        <p role="status">
          {{ data.state === 'storing' ? 'Being stored' : 'Being read' }}: {{ amount(data.task?.done ?? 0) }} rows so far.
          <v-btn size="small" @click="emit('undo', data)">Stop</v-btn>
        </p>
        <v-progress-linear indeterminate color="primary" height="2" aria-label="Working" />
      </template>
      <p v-else-if="data.task?.message && data.state === 'previewed'" class="attention">{{ data.task.message }}</p>
      <v-progress-linear v-if="working" indeterminate color="primary" height="2" aria-label="Reading" />

      <ImportReading
        v-if="mapping && data.state === 'previewed'"
        :entry="data"
        :kinds="kinds"
        :exchanges="exchanges"
        :editable="editable"
        @remap="remap"
      />

      <template v-if="preview">
        <p v-for="[key, question] in questions" :key="key" class="attention" role="alert">
          {{ question }}
          <template v-if="key === 'fiscal_years'">
            <v-btn size="small" :disabled="!editable" @click="remap({ fiscal_years: 'ends' })">The one in which it ends</v-btn>
            <v-btn size="small" :disabled="!editable" @click="remap({ fiscal_years: 'begins' })">The one in which it begins</v-btn>
          </template>
          <template v-if="key === 'scale'">
            <v-btn v-for="[scale, name] in SCALES" :key="scale" size="small" :disabled="!editable" @click="remap({ scale })">{{
              name
            }}</v-btn>
          </template>
        </p>
        <p v-for="[key, doubt] in doubts" :key="key" class="attention" role="alert" data-testid="doubt">
          {{ doubt }}
          <template v-if="key === 'span'">
            <v-btn size="small" :disabled="!editable" @click="remap({ span: 'quarter' })">Of the quarter</v-btn>
            <v-btn size="small" :disabled="!editable" @click="remap({ span: 'year_to_date' })">Since the start of the year</v-btn>
          </template>
          <v-btn v-else-if="canAccept(key)" size="small" :disabled="!editable" @click="remap({ accept: [...(mapping?.accept ?? []), key] })"
            >Take it as it is</v-btn
          >
        </p>
        <UnknownCompanies
          v-if="preview.unknown.length && editable"
          :key="data.id"
          :unknown="preview.unknown"
          :mapping="mapping!"
          :exchanges="exchanges"
          @remap="remap"
        />
        <p class="counts" data-testid="counts">
          <strong>{{ amount(preview.counts.new) }}</strong> new · <strong>{{ amount(preview.counts.changed) }}</strong> changed ·
          <strong>{{ amount(preview.counts.same) }}</strong> the same ·
          <strong :class="{ attention: preview.counts.conflict }">{{ amount(preview.counts.conflict) }}</strong> in conflict ·
          <strong :class="{ worse: preview.counts.refused }">{{ amount(preview.counts.refused) }}</strong> refused
          <span v-if="data.state === 'stored'" class="better">stored {{ data.stored_on }}</span>
        </p>
        <p v-for="warning in preview.warnings" :key="warning" class="attention small">⚑ {{ warning }}</p>
        <p v-for="text in preview.notes" :key="text" class="quiet small">{{ text }}</p>
        <div class="mt-3 mb-4">
          <v-btn
            v-if="data.state === 'previewed'"
            variant="flat"
            :disabled="!editable || questions.length + doubts.length > 0 || stores === 0"
            @click="store"
          >
            {{ stores === 0 ? 'Nothing to store' : 'Store it' }}
          </v-btn>
          <v-btn v-if="data.state === 'previewed' || data.state === 'stored'" @click="emit('undo', data)">{{
            data.state === 'stored' ? 'Undo the import' : 'Forget it'
          }}</v-btn>
        </div>

        <ImportMapping v-if="mapping" :mapping="mapping" :preview="preview" :editable="editable" @remap="remap" />
        <section v-if="preview.examples.length" class="mt-4">
          <h3>What would change</h3>
          <SheetTable class="lines" label="Changes" :columns="exampleColumns" :rows="preview.examples" :row-key="(_, i) => i" />
        </section>
        <section v-if="preview.refused.length" class="mt-4">
          <h3>Refused</h3>
          <div class="lines scroll" tabindex="0" aria-label="Refused rows, scrollable">
            <p v-for="(refused, i) in preview.refused" :key="i" class="small">
              <span class="quiet">{{ refused.place }}:</span> {{ refused.reason }}.
            </p>
          </div>
        </section>
        <form v-if="data.state === 'previewed' && mapping?.kind !== 'report'" class="choices mt-5" @submit.prevent="keep">
          <v-text-field v-model="profile" label="Keep this way of reading as" max-width="280" maxlength="120" @keydown.stop />
          <v-btn size="small" type="submit" :disabled="!profile.trim()">Keep</v-btn>
        </form>
      </template>
    </template>
  </div>
</template>

<style scoped>
.counts {
  font-size: var(--type-text);
  margin: calc(var(--space) * 2) 0;
}
.small {
  font-size: var(--type-text);
}
.lines {
  max-height: 46vh;
}
</style>

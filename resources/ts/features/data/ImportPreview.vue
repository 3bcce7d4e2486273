<script setup lang="ts">
import SheetTable from '@/design/SheetTable.vue'
import type { SheetColumn } from '@/design/sheet'
import ChoiceField from '@/design/ChoiceField.vue'
import { computed, ref, shallowRef, watch } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import { amount, number } from '@/design/format'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

type Choices = [string | number, string][]
const SCALES: Choices = [
  [1, 'as it stands'],
  [1e3, 'thousands'],
  [1e6, 'millions'],
  [1e9, 'billions'],
]
const DECIMALS: Choices = [
  ['.', '1,234.5'],
  [',', '1.234,5'],
]
const DATES: Choices = ['year first', 'day first', 'month first'].map((order) => [order, order])
const CONFLICTS: Choices = [
  ['keep', 'keep what is stored'],
  ['take', "take the file's"],
]

/** One file: how it is read, what it would change, what is refused; then storing it. */
const props = defineProps<{ id: number; kinds: { key: string; label: string }[]; exchanges: { code: string; name: string }[] }>()
const emit = defineEmits<{ undo: [entry: Schemas['Import']]; changed: [] }>()
const session = useSession()
const notices = useNotices()
const catalogue = useCatalogue()
const data = shallowRef<Schemas['Import'] | null>(null)
const error = ref<string | null>(null)
const working = ref(false)
const making = ref(false)
const profile = ref('')
const ticker = ref('')
const fresh = ref({ name: '', ticker: '', exchange: '', template: 'industrial', currency: '', year_end: 12 })
const INTERVAL = 800
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
  ticker.value = now.mapping?.company ?? ''
  if (finished) session.figuresChanged()
  // What an order set going is looked after from here on.
  if (isWorkedOn(now) && answer.value.data && !isWorkedOn(answer.value.data)) reload()
}

async function remap(changes: Record<string, unknown>): Promise<void> {
  working.value = true
  error.value = null
  try {
    show(await ask(api.PUT('/imports/{id}', { params: { path: { id: props.id } }, body: changes })))
    making.value = false
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
const questions = computed(() => Object.values(preview.value?.questions ?? {}))
const stores = computed(() =>
  preview.value
    ? preview.value.counts.new + preview.value.counts.changed + (mapping.value?.conflicts === 'take' ? preview.value.counts.conflict : 0)
    : 0,
)
/** How the file is read, as far as it matters for what it holds. */
const settings = computed(() => {
  const now = mapping.value
  if (!now) return []
  const table = now.kind !== 'report'
  return [
    { key: 'scale', label: 'Scale', name: 'Scale of the amounts', value: now.scale, choices: SCALES, shown: table && now.kind !== 'list' },
    { key: 'decimal', label: 'Decimals', name: 'Sign before decimals', value: now.decimal, choices: DECIMALS, shown: table },
    { key: 'dates', label: 'Days', name: 'Order of days', value: now.dates, choices: DATES, shown: Boolean(preview.value?.columns.length) },
    {
      key: 'conflicts',
      label: 'Of figures in conflict',
      name: 'Of figures in conflict',
      value: now.conflicts,
      choices: CONFLICTS,
      shown: (preview.value?.counts.conflict ?? 0) > 0,
    },
  ].filter((setting) => setting.shown)
})
const fieldChoices = computed((): [string, string][] => [
  ['', 'left out'],
  ...(preview.value?.fields ?? []).map((field): [string, string] => [field.key, field.label]),
])
const lineChoices = computed(() => (catalogue.data?.lines ?? []).map((line) => ({ title: line.label, value: line.key })))
const setColumn = (i: number, field: string): void => {
  const columns = [...(mapping.value?.columns ?? [])]
  while (columns.length < (preview.value?.columns.length ?? 0)) columns.push(null)
  columns.forEach((other, at) => {
    if (other === field && at !== i) columns[at] = null
  })
  columns[i] = field || null
  void remap({ columns })
}
const setLine = (label: string, line: string | null): void => void remap({ lines: { ...mapping.value?.lines, [label]: line ?? '' } })
const day = (value: number | null | undefined): string => (value ? String(value).replace(/^(\d{4})(\d{2})(\d{2})$/, '$1-$2-$3') : '')
const words: Record<string, string> = { new: 'new', changed: 'changed', conflict: 'in conflict', same: 'same' }
const value = (x: number | null): string => (x === null ? '–' : Math.abs(x) >= 1e4 ? amount(x) : number(x, Number.isInteger(x) ? 0 : 2))
const sure = (confidence: number): string => (confidence >= 0.95 ? 'sure' : confidence >= 0.7 ? 'likely' : confidence > 0 ? 'a guess' : '')
type Preview = NonNullable<Schemas['Import']['preview']>
const columnColumns: SheetColumn<Preview['columns'][number]>[] = [
  { key: 'heading', head: 'Heading', of: (column) => column.heading || '(empty)' },
  { key: 'is', head: 'Is', class: 'left' },
  { key: 'sure', head: 'How sure', of: (column) => sure(column.confidence), class: 'left quiet' },
  { key: 'cells', head: 'First cells', of: (column) => column.sample.filter(Boolean).join(' · '), class: 'left quiet' },
]
const lineColumns: SheetColumn<Preview['lines'][number]>[] = [
  { key: 'label', head: 'In the file', of: (line) => line.label },
  { key: 'is', head: 'Is', class: 'left' },
  { key: 'sure', head: 'How sure', of: (line) => sure(line.confidence), class: 'left quiet' },
  { key: 'figures', head: 'First figures', of: (line) => line.sample.join(' · '), class: 'left quiet' },
]
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

      <section v-if="mapping && data.state === 'previewed'" class="mt-2" aria-label="How it is read">
        <div class="choices">
          <ChoiceField
            v-if="mapping.kind !== 'report'"
            :model-value="mapping.kind"
            label="It holds"
            name="What the file holds"
            :choices="kinds.map((kind) => [kind.key, kind.label])"
            :disabled="!editable"
            @update:model-value="remap({ kind: $event })"
          />
          <label v-if="!(mapping.columns ?? []).includes('company')" class="quiet"
            >about
            <input
              v-model="ticker"
              class="assumption"
              aria-label="Ticker of the company"
              :disabled="!editable"
              @keydown.stop
              @change="remap({ company: ticker || null, new_company: null })"
            />
            {{ mapping.new_company ? `${mapping.new_company.name} (new)` : (data.company_name ?? '') }}</label
          >
          <v-btn
            v-if="mapping.kind === 'statement' || mapping.kind === 'report'"
            size="small"
            :disabled="!editable"
            @click="making = !making"
            >A new company</v-btn
          >
          <ChoiceField
            v-for="setting in settings"
            :key="setting.key"
            :model-value="setting.value"
            :label="setting.label"
            :name="setting.name"
            :choices="setting.choices"
            :disabled="!editable"
            @update:model-value="remap({ [setting.key]: $event })"
          />
          <label v-if="['statement', 'report', 'figures', 'drivers'].includes(mapping.kind)" class="quiet"
            >Public since
            <input
              type="date"
              :value="day(mapping.filed_on)"
              :disabled="!editable"
              aria-label="Public since"
              @change="remap({ filed_on: Number(($event.target as HTMLInputElement).value.replaceAll('-', '')) || null })"
          /></label>
        </div>
        <form
          v-if="making"
          class="choices"
          @submit.prevent="
            remap({ new_company: { ...fresh, ticker: fresh.ticker.toUpperCase(), currency: fresh.currency.toUpperCase() }, company: null })
          "
        >
          <v-text-field v-model="fresh.name" label="Name" min-width="200" @keydown.stop />
          <v-text-field v-model="fresh.ticker" label="Ticker" max-width="110" maxlength="12" @keydown.stop />
          <v-select v-model="fresh.exchange" :items="exchanges" item-title="name" item-value="code" label="Exchange" min-width="180" />
          <v-select
            v-model="fresh.template"
            :items="['industrial', 'bank', 'insurer', 'property']"
            label="Kind of business"
            min-width="130"
          />
          <v-text-field v-model="fresh.currency" label="Reports in" max-width="90" maxlength="3" @keydown.stop />
          <v-text-field
            v-model.number="fresh.year_end"
            type="number"
            min="1"
            max="12"
            label="Year ends in month"
            max-width="130"
            @keydown.stop
          />
          <v-btn size="small" variant="outlined" type="submit">Make it with the import</v-btn>
        </form>
      </section>

      <template v-if="preview">
        <p v-for="question in questions" :key="question" class="attention" role="alert">{{ question }}</p>
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
            :disabled="!editable || questions.length > 0 || stores === 0"
            @click="store"
          >
            {{ stores === 0 ? 'Nothing to store' : 'Store it' }}
          </v-btn>
          <v-btn v-if="data.state === 'previewed' || data.state === 'stored'" @click="emit('undo', data)">{{
            data.state === 'stored' ? 'Undo the import' : 'Forget it'
          }}</v-btn>
        </div>

        <section v-if="preview.columns.length">
          <h3>Columns</h3>
          <SheetTable label="Columns" :columns="columnColumns" :rows="preview.columns" :row-key="(_, i) => i">
            <template #cell-is="{ row: column, index }">
              <ChoiceField
                :model-value="column.field ?? ''"
                :name="`Column ${column.heading}`"
                :choices="fieldChoices"
                :disabled="!editable"
                @update:model-value="setColumn(index, $event)"
              />
            </template>
          </SheetTable>
        </section>
        <section v-if="preview.lines.length" class="mt-3">
          <h3>Lines, over {{ preview.periods.join(', ') }}</h3>
          <SheetTable class="lines" label="Lines" :columns="lineColumns" :rows="preview.lines" :row-key="(line) => line.label">
            <template #cell-is="{ row: line }">
              <v-autocomplete
                :model-value="line.line"
                :items="lineChoices"
                :disabled="!editable"
                :aria-label="`Line for ${line.label}`"
                placeholder="left out"
                clearable
                min-width="270"
                @update:model-value="(choice: string | null) => setLine(line.label, choice)"
                @keydown.stop
              />
            </template>
          </SheetTable>
        </section>
        <section v-else-if="preview.unmapped.length" class="mt-3">
          <h3>{{ mapping?.kind === 'report' ? 'Concepts' : 'Labels' }} without a line</h3>
          <p class="quiet small">What you choose is remembered for the next file.</p>
          <div v-for="entry in preview.unmapped" :key="entry.label" class="entry">
            <span
              >{{ entry.label }} <span class="quiet">{{ entry.count }}×</span></span
            >
            <v-autocomplete
              :model-value="null"
              :items="lineChoices"
              :disabled="!editable"
              :aria-label="`Line for ${entry.label}`"
              placeholder="left out"
              max-width="320"
              @update:model-value="(choice: string | null) => setLine(entry.label, choice)"
              @keydown.stop
            />
          </div>
        </section>
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

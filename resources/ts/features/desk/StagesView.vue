<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import SheetTable from '@/design/SheetTable.vue'
import { counted, number, percent } from '@/design/format'
import type { SheetColumn } from '@/design/sheet'
import { useAddressed } from '@/shell/addressed'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

/** Candidates in stages, on a board or as a table, moved by dragging or by the arrows. */
const session = useSession()
const notices = useNotices()
const shape = useAddressed<'board' | 'table'>('as', 'board')
const { state, reload } = useAnswer(
  'candidates',
  () => session.asOf,
  (asOf, signal) => ask(api.GET('/candidates', { params: { query: asOf ? { as_of: asOf } : {} }, signal })),
)
type Candidate = Schemas['Candidate']
const data = computed(() => state.value.data)
const inStage = (key: string): Candidate[] => (data.value?.candidates ?? []).filter((of) => of.stage === key)
const board = useTemplateRef<HTMLElement>('board')
const over = ref<string | null>(null)
const added = ref('')
const naming = ref<{ key: string | null; name: string; need: string }[] | null>(null)
async function put(ticker: string, body: { stage?: string; note?: string | null }): Promise<boolean> {
  try {
    await ask(api.PUT('/companies/{ticker}/candidate', { params: { path: { ticker } }, body }))
    reload()
    return true
  } catch (error) {
    notices.fail(error)
    return false
  }
}
async function move(of: Candidate, stage: string): Promise<void> {
  if (of.stage === stage) return
  const before = of.stage
  const name = data.value!.stages.find((one) => one.key === stage)!.name
  if (await put(of.ticker, { stage })) notices.say(`${of.name}: ${name.toLowerCase()}.`, () => void put(of.ticker, { stage: before }))
}
async function add(): Promise<void> {
  if (added.value.trim() && (await put(added.value.trim(), {}))) added.value = ''
}
async function drop(of: Candidate): Promise<void> {
  try {
    await ask(api.DELETE('/companies/{ticker}/candidate', { params: { path: { ticker: of.ticker } } }))
    reload()
    notices.say(`${of.name} is no candidate any more.`, () => void put(of.ticker, { stage: of.stage, note: of.note }))
  } catch (error) {
    notices.fail(error)
  }
}
async function key(event: KeyboardEvent, of: Candidate): Promise<void> {
  const stages = data.value!.stages
  const at = stages.findIndex((one) => one.key === of.stage)
  const card = event.currentTarget as HTMLElement
  if (event.target !== card) return
  const column = card.parentElement!
  const place = [...column.children].indexOf(card)
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault()
    ;(column.children[place + (event.key === 'ArrowDown' ? 1 : -1)] as HTMLElement | undefined)?.focus()
  } else if (event.key === 'ArrowRight' || event.key === 'ArrowLeft') {
    event.preventDefault()
    const to = stages[at + (event.key === 'ArrowRight' ? 1 : -1)]
    if (!to) return
    await move(of, to.key)
    // The answer draws the card in its new place; it keeps the focus there.
    window.setTimeout(() => void nextTick(() => board.value?.querySelector<HTMLElement>(`[data-ticker="${of.ticker}"]`)?.focus()), 250)
  }
}
function edit(): void {
  naming.value = data.value!.stages.map((of) => ({ ...of }))
}
async function name(): Promise<void> {
  try {
    await ask(api.PUT('/work-stages', { body: { stages: naming.value!.filter((of) => of.name.trim()) } }))
    naming.value = null
    reload()
  } catch (error) {
    notices.fail(error)
  }
}
const needs = computed((): [string, string][] => (data.value?.needs ?? []).map((of) => [of.key, of.label]))
const distance = (of: Candidate): string =>
  of.distance === null ? '' : `${of.distance <= 0 ? '▼ at' : `${percent(of.distance)} % above`} your price`
const columns: SheetColumn<Candidate>[] = [
  { key: 'name', head: 'Company', by: (of) => of.name },
  { key: 'stage', head: 'Stage', by: (of) => data.value!.stages.findIndex((one) => one.key === of.stage), class: 'left' },
  { key: 'days', head: 'for', of: (of) => counted(of.days, 'day'), by: (of) => of.days },
  { key: 'lacks', head: 'The next stage needs', of: (of) => of.lacks ?? '', class: 'left' },
  { key: 'price', head: 'Price', of: (of) => (of.price === null ? '–' : number(of.price, 2)) },
  { key: 'interest', head: 'Price of interest', of: (of) => (of.interest === null ? '–' : number(of.interest, 2)) },
  {
    key: 'distance',
    head: 'Above it, %',
    of: (of) => (of.distance === null ? '–' : percent(of.distance)),
    by: (of) => of.distance,
    class: (of) => ((of.distance ?? 1) <= 0 ? 'better' : ''),
  },
  { key: 'steps', head: '' },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="data">
      <div class="asked">
        <form @submit.prevent="add">
          <v-text-field v-model="added" label="Add a company: its ticker" hide-details class="add" @keydown.stop />
          <v-btn type="submit" size="small" :disabled="!added.trim()">Add</v-btn>
        </form>
        <ChoiceField
          v-model="shape"
          name="Board or table"
          :choices="[
            ['board', 'as a board'],
            ['table', 'as a table'],
          ]"
        />
        <v-btn size="small" @click="naming ? (naming = null) : edit()">Name the stages</v-btn>
      </div>
      <form v-if="naming" class="naming" @submit.prevent="name" @keydown.esc="naming = null">
        <div v-for="(of, i) in naming" :key="i" class="stage-name">
          <v-text-field v-model="of.name" :label="`Stage ${i + 1}`" hide-details maxlength="40" @keydown.stop />
          <ChoiceField v-model="of.need" label="needs" :name="`What stage ${i + 1} needs`" :choices="needs" />
          <v-btn size="x-small" :aria-label="`Take away stage ${i + 1}`" @click="naming.splice(i, 1)">Take away</v-btn>
        </div>
        <div class="choices">
          <v-btn size="small" variant="flat" type="submit">Keep</v-btn>
          <v-btn size="small" @click="naming.push({ key: null, name: '', need: 'none' })">Another stage</v-btn>
          <v-btn size="small" @click="naming = null">Leave it</v-btn>
        </div>
      </form>
      <p v-if="!data.candidates.length" class="quiet">
        No candidates yet. Add one by its ticker, or press “Candidate” on a company under Decide.
      </p>
      <SheetTable
        v-if="shape === 'table' && data.candidates.length"
        label="Candidates"
        :columns="columns"
        :rows="data.candidates"
        :row-key="(of) => of.id"
      >
        <template #cell-name="{ row }">
          <router-link :to="{ name: 'read', params: { ticker: row.ticker } }">{{ row.name }}</router-link>
          <span class="quiet">{{ row.ticker }}</span>
        </template>
        <template #cell-stage="{ row }">
          <ChoiceField
            :model-value="row.stage"
            :name="`Stage of ${row.name}`"
            :choices="data.stages.map((of): [string, string] => [of.key, of.name])"
            @update:model-value="(to: string) => move(row, to)"
          />
        </template>
        <template #head-steps><span class="visually-hidden">Steps</span></template>
        <template #cell-steps="{ row }"><v-btn size="x-small" :aria-label="`Drop ${row.name}`" @click="drop(row)">Drop</v-btn></template>
      </SheetTable>
      <div v-else-if="data.candidates.length" ref="board" class="board">
        <section
          v-for="stage in data.stages"
          :key="stage.key"
          :class="{ over: over === stage.key }"
          :aria-label="stage.name"
          @dragover.prevent="over = stage.key"
          @dragleave="over = null"
          @drop.prevent="
            (event: DragEvent) => {
              over = null
              const dragged = data!.candidates.find((of) => of.ticker === event.dataTransfer?.getData('text/plain'))
              if (dragged) void move(dragged, stage.key)
            }
          "
        >
          <h2>
            {{ stage.name }} <span class="quiet">{{ inStage(stage.key).length }}</span>
          </h2>
          <div class="cards">
            <div
              v-for="of in inStage(stage.key)"
              :key="of.ticker"
              class="card"
              tabindex="0"
              role="group"
              draggable="true"
              :data-ticker="of.ticker"
              :aria-label="`${of.name}, ${stage.name}, ${counted(of.days, 'day')}`"
              @dragstart="(event: DragEvent) => event.dataTransfer?.setData('text/plain', of.ticker)"
              @keydown="(event: KeyboardEvent) => key(event, of)"
            >
              <router-link :to="{ name: 'read', params: { ticker: of.ticker } }">{{ of.name }}</router-link>
              <div class="quiet">{{ of.ticker }} · {{ counted(of.days, 'day') }}</div>
              <div v-if="of.lacks" class="attention">needs {{ of.lacks }}</div>
              <div v-if="of.distance !== null" :class="of.distance <= 0 ? 'better' : 'quiet'">{{ distance(of) }}</div>
              <div v-if="of.note" class="quiet">{{ of.note }}</div>
            </div>
          </div>
        </section>
      </div>
      <p v-if="data.candidates.length && shape === 'board'" class="quiet">
        Drag a company, or move the focus to it: <kbd>→</kbd> and <kbd>←</kbd> put it into the next stage or the one before,
        <kbd>↓</kbd> and <kbd>↑</kbd> go through a stage.
      </p>
    </template>
  </div>
</template>

<style scoped>
.asked,
.asked form,
.choices,
.stage-name {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 3);
}
.asked {
  flex-wrap: wrap;
  margin-bottom: calc(var(--space) * 3);
}
.add {
  width: 240px;
}
.naming {
  border-left: 3px solid rgb(var(--v-theme-primary));
  padding-left: calc(var(--space) * 4);
  margin-bottom: calc(var(--space) * 4);
  max-width: 760px;
}
.stage-name {
  margin-bottom: calc(var(--space) * 2);
}
.board {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(165px, 1fr);
  gap: calc(var(--space) * 3);
  overflow-x: auto;
}
.board section {
  border-top: 3px solid rgb(var(--v-theme-primary));
  padding-top: calc(var(--space) * 1.5);
  min-height: 260px;
}
.board section.over {
  background: rgb(var(--v-theme-wash));
}
.card {
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  padding: calc(var(--space) * 2) var(--space);
  font-size: var(--type-small);
  cursor: grab;
}
.card a {
  font-size: var(--type-text);
}
</style>

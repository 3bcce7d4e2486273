<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useAnswer } from '@/api/answer'
import ChoiceField from '@/design/ChoiceField.vue'
import { useSession } from '@/stores/session'
import { fieldWord, TYPES } from './entry'

/** A transaction to be entered or changed; it asks for what its kind needs. */
const props = defineProps<{
  holding: Schemas['Holding']
  entry: Schemas['Entry'] | null
  title: string
  verb: string
  types?: string[]
}>()
const emit = defineEmits<{ save: [body: Schemas['EntryBody']]; cancel: [] }>()
const session = useSession()
const of = props.entry
const latest = computed(() => session.asOf ?? props.holding.as_of)
type Texts = Record<string, string>
const form = reactive<Texts>({ day: of?.day ?? latest.value, type: of?.type ?? props.types?.[0] ?? 'buy', note: of?.note ?? '' })
for (const field of new Set(Object.values(TYPES).flatMap((type) => type.fields))) {
  form[field] = String((of as Record<string, unknown> | null)?.[field] ?? '')
}
const lots = ref<number[]>(of?.lots ?? [])
const choosing = ref(lots.value.length > 0)
const choices = computed((): [string, string][] => (props.types ?? Object.keys(TYPES)).map((key) => [key, TYPES[key]!.word]))
const fields = computed(() => TYPES[form.type!]?.fields ?? [])
const dated = (field: string): boolean => field === 'acquired'
const { state: held } = useAnswer(
  'lots to choose from',
  () => ({ id: props.holding.id, revision: props.holding.revision, asked: choosing.value && form.type === 'sell' }),
  ({ id, asked }, signal) => (asked ? ask(api.GET('/portfolios/{id}/lots', { params: { path: { id } }, signal })) : null),
)
const own = computed(() => (held.value.data?.lots ?? []).filter((lot) => lot.ticker === form.security?.trim().toUpperCase()))
watch(
  () => [form.security, form.type],
  () => (lots.value = []),
)
function save(): void {
  const body: Record<string, unknown> = { day: form.day, type: form.type, note: form.note || null }
  for (const field of fields.value) body[field] = form[field]?.trim() || null
  if (form.type === 'sell' && choosing.value) body.lots = lots.value
  emit('save', body as Schemas['EntryBody'])
}
</script>

<template>
  <form class="editor" @submit.prevent="save" @keydown.esc="emit('cancel')">
    <h2>{{ title }}</h2>
    <div class="fields">
      <div class="kind">
        <ChoiceField
          :model-value="form.type!"
          name="Kind of transaction"
          :choices="choices"
          @update:model-value="(to) => (form.type = to)"
        />
      </div>
      <v-text-field v-model="form.day" label="Day" type="date" @keydown.stop />
      <v-text-field
        v-for="field in fields"
        :key="field"
        v-model="form[field]"
        :label="fieldWord(field, form.type!)"
        :type="dated(field) ? 'date' : 'text'"
        :placeholder="field === 'currency' ? holding.currency : field === 'security' ? 'ticker or code' : undefined"
        @keydown.stop
      />
      <v-text-field v-model="form.note" label="Note" maxlength="2000" @keydown.stop />
    </div>
    <template v-if="form.type === 'sell' && holding.cost_method === 'first_in'">
      <v-checkbox v-model="choosing" label="Choose the lots that go first" density="compact" hide-details />
      <ul v-if="choosing" class="lots">
        <li v-for="lot in own" :key="lot.id">
          <label
            ><input v-model="lots" type="checkbox" :value="lot.id" /> {{ lot.quantity }} of {{ lot.acquired }}, cost {{ lot.cost }}
            {{ lot.currency }}</label
          >
        </li>
        <li v-if="!own.length" class="quiet">No lot of {{ form.security || 'this' }} is held.</li>
      </ul>
    </template>
    <div class="choices">
      <v-btn type="submit" size="small" variant="flat">{{ verb }}</v-btn>
      <v-btn size="small" @click="emit('cancel')">Leave it</v-btn>
    </div>
  </form>
</template>

<style scoped>
.editor {
  border-left: 3px solid rgb(var(--v-theme-primary));
  padding-left: calc(var(--space) * 4);
  margin-bottom: calc(var(--space) * 4);
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: calc(var(--space) * 2) calc(var(--space) * 4);
  margin-bottom: calc(var(--space) * 2);
}
.kind {
  align-self: center;
}
.lots {
  list-style: none;
  padding: 0;
}
.choices {
  display: flex;
  gap: calc(var(--space) * 2);
}
</style>

<script setup lang="ts">
import { computed, reactive } from 'vue'
import { api, ask, Problem, type Schemas } from '@/api/client'
import ChoiceField from '@/design/ChoiceField.vue'
import { readNumber } from '@/design/format'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'

/** How a portfolio is called and reckoned. */
const props = defineProps<{ portfolio: Schemas['Portfolio'] | null }>()
const emit = defineEmits<{ saved: [of: Schemas['Portfolio']]; cancel: []; remove: [] }>()
const catalogue = useCatalogue()
const notices = useNotices()
const of = props.portfolio
const form = reactive({
  name: of?.name ?? '',
  currency: of?.currency ?? 'XCR',
  cost_method: of?.cost_method ?? ('first_in' as 'first_in' | 'average'),
  keeps_cash: of?.keeps_cash ?? true,
  withholding: of ? `${Number((100 * of.withholding).toPrecision(6))}%` : '15%',
  index: of?.index ?? '',
})
const errors = reactive<Record<string, string>>({})
const indices = computed((): [string, string][] => [
  ['', 'no index'],
  ...Object.entries((catalogue.data?.indices ?? {}) as Record<string, string>).map(([key, name]): [string, string] => [key, name]),
])
async function save(): Promise<void> {
  Object.keys(errors).forEach((key) => delete errors[key])
  const read = readNumber(form.withholding)
  const body = {
    name: form.name,
    currency: form.currency.toUpperCase(),
    cost_method: form.cost_method,
    keeps_cash: form.keeps_cash,
    withholding: read === null ? NaN : read >= 1 && !form.withholding.includes('%') ? read / 100 : read,
    index: form.index || null,
  }
  try {
    const saved = await (of
      ? ask(api.PUT('/portfolios/{id}', { params: { path: { id: of.id } }, body }))
      : ask(api.POST('/portfolios', { body })))
    notices.say(of ? 'Changed.' : `${saved.name} is made. Enter its transactions, or hand in a file of them.`)
    emit('saved', saved)
  } catch (error) {
    if (!(error instanceof Problem) || !Object.keys(error.errors).length) notices.fail(error)
    else for (const [key, said] of Object.entries(error.errors)) errors[key] = said[0] ?? ''
  }
}
</script>

<template>
  <form class="editor" @submit.prevent="save" @keydown.esc="emit('cancel')">
    <h2>{{ of ? `Settings of ${of.name}` : 'A portfolio' }}</h2>
    <div class="fields">
      <v-text-field v-model="form.name" label="Name" :error-messages="errors.name" maxlength="120" autofocus @keydown.stop />
      <v-text-field v-model="form.currency" label="Currency it is reckoned in" :error-messages="errors.currency" @keydown.stop />
      <v-text-field v-model="form.withholding" label="Tax withheld from dividends" :error-messages="errors.withholding" @keydown.stop />
      <div class="choice">
        <ChoiceField
          v-model="form.cost_method"
          label="What is sold cost"
          name="What is sold cost"
          :choices="[
            ['first_in', 'what was bought first'],
            ['average', 'the mean of all'],
          ]"
        />
        <span v-if="errors.cost_method" class="worse">{{ errors.cost_method }}</span>
      </div>
      <div class="choice"><ChoiceField v-model="form.index" label="Beside" name="Index beside it" :choices="indices" /></div>
      <v-checkbox v-model="form.keeps_cash" label="Its cash is kept here" hide-details density="compact" />
    </div>
    <p class="quiet">
      Without its cash, what is bought counts as paid in and what is sold or received as taken out: for who enters trades alone.
    </p>
    <div class="choices">
      <v-btn type="submit" size="small" variant="flat">Save</v-btn>
      <v-btn size="small" @click="emit('cancel')">Leave it</v-btn>
      <v-btn v-if="of" size="small" @click="emit('remove')">Delete</v-btn>
    </div>
  </form>
</template>

<style scoped>
.editor {
  border-left: 3px solid rgb(var(--v-theme-primary));
  padding-left: calc(var(--space) * 4);
  margin-bottom: calc(var(--space) * 4);
  max-width: 980px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: calc(var(--space) * 2) calc(var(--space) * 5);
}
.choice {
  align-self: center;
}
</style>

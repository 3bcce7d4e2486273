<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { useCatalogue } from '@/stores/catalogue'
import { useNotices } from '@/stores/notices'
import FormulaField from './FormulaField.vue'
import MetricField from './MetricField.vue'
import { GROUP_LINES, type TableView } from './screen'

/** Which columns the table shows, sets of them kept by name, group lines and shading. */
const columns = defineModel<string[]>({ required: true })
/** Without it nothing but columns is chosen here. */
const view = defineModel<TableView>('view')
const catalogue = useCatalogue()
const notices = useNotices()
const views = ref<Schemas['ColumnView'][]>([])
const name = ref('')
const formula = ref('')

const load = async () => (views.value = await ask(api.GET('/column-views')))
const add = (column: string) => column && !columns.value.includes(column) && (columns.value = [...columns.value, column].slice(0, 60))
async function save(): Promise<void> {
  try {
    await ask(api.POST('/column-views', { body: { name: name.value, columns: columns.value } }))
    notices.say(`Kept the columns as “${name.value}”.`)
    name.value = ''
    await load()
  } catch (error) {
    notices.fail(error)
  }
}
async function remove(kept: Schemas['ColumnView']): Promise<void> {
  try {
    await ask(api.DELETE('/column-views/{id}', { params: { path: { id: kept.id } } }))
    await load()
    notices.say(`Deleted the columns “${kept.name}”.`, async () => {
      await ask(api.POST('/column-views', { body: { name: kept.name, columns: kept.columns } }))
      await load()
    })
  } catch (error) {
    notices.fail(error)
  }
}
function line(key: string): void {
  if (!view.value) return
  const lines = view.value.lines.includes(key) ? view.value.lines.filter((other) => other !== key) : [...view.value.lines, key]
  view.value = Object.assign(view.value, { lines })
}
</script>

<template>
  <v-menu :close-on-content-click="false" max-height="560" @update:model-value="(open: boolean) => open && load().catch(notices.fail)">
    <template #activator="{ props }"><v-btn size="small" v-bind="props">Columns</v-btn></template>
    <v-card width="400" class="pa-3">
      <MetricField :model-value="''" label="Add a column by typing" @update:model-value="add" />
      <div class="d-flex ga-2 mt-2 align-center">
        <FormulaField v-model="formula" label="Or a formula" class="flex-grow-1" live />
        <v-btn size="small" :disabled="!formula.trim()" @click="(add(formula.trim()), (formula = ''))">Add</v-btn>
      </div>
      <ul class="my-2">
        <li v-for="column in columns" :key="column" class="entry">
          <span>{{ catalogue.label(column) }}</span>
          <v-btn
            size="x-small"
            :aria-label="`Remove the column ${catalogue.label(column)}`"
            @click="columns = columns.filter((other) => other !== column)"
            >Remove</v-btn
          >
        </li>
      </ul>
      <h3>Kept sets of columns</h3>
      <div v-for="kept in views" :key="kept.id" class="entry">
        <button class="figure" @click="columns = [...kept.columns]">{{ kept.name }}</button>
        <v-btn size="x-small" :aria-label="`Delete the columns ${kept.name}`" @click="remove(kept)">Delete</v-btn>
      </div>
      <form class="d-flex ga-2 align-center mt-1" @submit.prevent="save">
        <v-text-field v-model="name" label="Keep these columns as" maxlength="120" @keydown.stop />
        <v-btn type="submit" size="small" :disabled="!name.trim() || !columns.length">Keep</v-btn>
      </form>
      <template v-if="view">
        <h3 class="mt-3">Lines above the companies</h3>
        <label v-for="entry in GROUP_LINES" :key="entry.key" class="d-block">
          <input type="checkbox" :checked="view.lines.includes(entry.key)" @change="line(entry.key)" /> {{ entry.word }}
        </label>
        <label class="d-block mt-2">
          <input type="checkbox" :checked="view.shaded" @change="view = Object.assign(view!, { shaded: !view!.shaded })" /> Shade figures by
          their percentile
        </label>
      </template>
    </v-card>
  </v-menu>
</template>

<style scoped>
ul {
  padding: 0;
}
</style>

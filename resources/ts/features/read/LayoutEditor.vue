<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import MetricField from '@/features/find/MetricField.vue'
import { useCatalogue } from '@/stores/catalogue'
import type { useSubject } from '@/stores/subject'

type Company = NonNullable<ReturnType<typeof useSubject>['company']>
/** Arranges the first reading: pictures, titles with their figures in order, lines of ten years. */
const props = defineProps<{ company: Company; current: Schemas['ReadingLayout'] | null }>()
const emit = defineEmits<{ keep: [layout: Schemas['WantedLayout']]; leave: [] }>()
const catalogue = useCatalogue()
const PICTURES: [string, string][] = [
  ['price', 'Price and earnings'],
  ['business', 'Ten years of the business'],
  ['expected', 'Expected earnings'],
  ['valuation', 'Valuation on scales'],
]
const name = ref(props.current?.name ?? '')
const opens = ref(props.current?.is_default ?? true)
const pictures = ref([...props.company.arrangement.pictures])
const sections = ref(props.company.arrangement.sections.map((section) => ({ title: section.title, keys: [...section.keys] })))
const years = ref([...props.company.arrangement.ten_years])

function moved<T>(list: T[], at: number, step: 1 | -1): T[] {
  const to = at + step
  if (to < 0 || to >= list.length) return list
  const next = [...list]
  next.splice(to, 0, ...next.splice(at, 1))
  return next
}
const without = <T,>(list: T[], at: number): T[] => list.filter((_, i) => i !== at)
const added = (list: string[], key: string): string[] => (list.includes(key) ? list : [...list, key])
function keep(): void {
  emit('keep', {
    name: name.value.trim(),
    template: props.company.template ?? '',
    is_default: opens.value,
    pictures: pictures.value,
    sections: sections.value.map((section) => ({ ...section, title: section.title.trim() || 'Figures' })),
    ten_years: years.value,
  })
}
</script>

<template>
  <form class="editor" aria-label="Arrange the first reading" @submit.prevent="keep" @keydown.esc="emit('leave')">
    <fieldset>
      <legend>Pictures</legend>
      <label v-for="[key, word] in PICTURES" :key="key"><input v-model="pictures" type="checkbox" :value="key" /> {{ word }}</label>
    </fieldset>
    <div class="parts">
      <fieldset v-for="(section, i) in sections" :key="i">
        <legend>
          <input v-model="section.title" class="assumption" :aria-label="`Title ${i + 1}`" maxlength="60" @keydown.stop />
          <v-btn size="x-small" :aria-label="`Move ${section.title} up`" :disabled="i === 0" @click="sections = moved(sections, i, -1)"
            >↑</v-btn
          >
          <v-btn
            size="x-small"
            :aria-label="`Move ${section.title} down`"
            :disabled="i === sections.length - 1"
            @click="sections = moved(sections, i, 1)"
            >↓</v-btn
          >
          <v-btn size="x-small" :aria-label="`Take ${section.title} away`" @click="sections = without(sections, i)">×</v-btn>
        </legend>
        <ol>
          <li v-for="(key, k) in section.keys" :key="key">
            <span>{{ catalogue.label(key) }}</span>
            <span>
              <v-btn
                size="x-small"
                :aria-label="`Move ${catalogue.label(key)} up`"
                :disabled="k === 0"
                @click="section.keys = moved(section.keys, k, -1)"
                >↑</v-btn
              >
              <v-btn
                size="x-small"
                :aria-label="`Move ${catalogue.label(key)} down`"
                :disabled="k === section.keys.length - 1"
                @click="section.keys = moved(section.keys, k, 1)"
                >↓</v-btn
              >
              <v-btn size="x-small" :aria-label="`Take ${catalogue.label(key)} away`" @click="section.keys = without(section.keys, k)"
                >×</v-btn
              >
            </span>
          </li>
        </ol>
        <MetricField
          :key="section.keys.join()"
          model-value=""
          :label="`Add to ${section.title}`"
          @update:model-value="(key: string) => (section.keys = added(section.keys, key))"
        />
      </fieldset>
      <fieldset>
        <legend>Ten years</legend>
        <ol>
          <li v-for="(key, k) in years" :key="key">
            <span>{{ catalogue.words(key) }}</span>
            <span>
              <v-btn size="x-small" :aria-label="`Move ${key} up in ten years`" :disabled="k === 0" @click="years = moved(years, k, -1)"
                >↑</v-btn
              >
              <v-btn
                size="x-small"
                :aria-label="`Move ${key} down in ten years`"
                :disabled="k === years.length - 1"
                @click="years = moved(years, k, 1)"
                >↓</v-btn
              >
              <v-btn size="x-small" :aria-label="`Take ${key} away from ten years`" @click="years = without(years, k)">×</v-btn>
            </span>
          </li>
        </ol>
        <MetricField
          :key="years.join()"
          model-value=""
          label="Add to ten years"
          @update:model-value="(key: string) => (years = added(years, key))"
        />
      </fieldset>
    </div>
    <div class="choices">
      <v-btn size="small" :disabled="sections.length >= 12" @click="sections = [...sections, { title: 'Figures', keys: [] }]"
        >Add a title</v-btn
      >
      <label
        >Name <input v-model="name" class="assumption name" aria-label="Name of the layout" maxlength="80" required @keydown.stop
      /></label>
      <label><input v-model="opens" type="checkbox" /> opens every company of this kind</label>
      <v-btn type="submit" size="small" variant="flat" :disabled="!name.trim()">Keep</v-btn>
      <v-btn size="small" @click="emit('leave')">Leave it</v-btn>
    </div>
  </form>
</template>

<style scoped>
.editor {
  border-top: 1px solid rgb(var(--v-theme-rule));
  border-bottom: 1px solid rgb(var(--v-theme-rule));
  padding: calc(var(--space) * 3) 0;
  margin-bottom: calc(var(--space) * 4);
}
fieldset {
  border: 0;
  padding: 0;
  break-inside: avoid;
  margin-bottom: calc(var(--space) * 3);
}
fieldset > label {
  margin-right: calc(var(--space) * 4);
}
.parts {
  columns: 3 300px;
  column-gap: calc(var(--space) * 8);
}
ol {
  list-style: none;
  padding: 0;
}
li > :last-child {
  flex: none;
}
li {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px solid rgb(var(--v-theme-rule));
}
.name {
  width: 14em;
  text-align: left;
}
legend input {
  text-align: left;
  width: 14em;
}
</style>

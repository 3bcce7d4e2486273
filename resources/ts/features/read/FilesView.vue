<script setup lang="ts">
import ChoiceField from '@/design/ChoiceField.vue'
import ReportMenu from '@/design/ReportMenu.vue'
import { ref, watch } from 'vue'
import { api, ask } from '@/api/client'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import type { useSubject } from '@/stores/subject'

/** The company as files, and the kind of business its statements are read as. */
const props = defineProps<{ company: NonNullable<ReturnType<typeof useSubject>['company']> }>()
const session = useSession()
const notices = useNotices()
const template = ref('')
const reason = ref('')
watch(
  () => props.company,
  (company) => {
    template.value = company.template ?? ''
    reason.value = ''
  },
  { immediate: true },
)
const TEMPLATES: [string, string][] = [
  ['industrial', 'industrial'],
  ['bank', 'bank'],
  ['insurer', 'insurer'],
  ['property', 'property company'],
]
const REPORT: [string, string][] = [
  ['reading', 'First reading'],
  ['chart', 'Price'],
  ['statements', 'Statements'],
  ['peers', 'Peers'],
  ['valuation', 'Valuations'],
  ['decision', 'Decision'],
  ['notes', 'Notes'],
]
const files = [
  {
    what: 'statements',
    title: 'Statements',
    text:
      'Workbooks hold live formulas for totals, common size, change and ratios. ' +
      'CSV, JSON and xBRL-CSV hold every figure of every filing.',
    formats: ['xlsx', 'ods', 'csv', 'json', 'xbrl-csv'],
  },
  {
    what: 'ratios',
    title: 'Ratios',
    text: 'Every ratio that fits the kind of business, year by year.',
    formats: ['xlsx', 'ods', 'csv', 'json'],
  },
  { what: 'prices', title: 'Prices', text: 'Every day with its adjusted close.', formats: ['xlsx', 'ods', 'csv', 'json'] },
  { what: 'notes', title: 'Your notes', text: 'In Markdown, each with what it is about.', formats: ['xlsx', 'ods', 'csv', 'json'] },
  {
    what: 'dossier',
    title: 'The whole dossier',
    text: 'Statements, all ratios, prices, dividends, owners, and your corrections, notes, valuations and decisions.',
    formats: ['xlsx', 'ods', 'json'],
  },
]
const href = (what: string, format: string): string =>
  `/api/v1/companies/${encodeURIComponent(props.company.ticker)}/export?what=${what}&format=${format}` +
  (session.asOf ? `&as_of=${session.asOf}` : '')

async function choose(to: string | null): Promise<void> {
  try {
    await ask(
      api.PUT('/companies/{ticker}/template', {
        params: { path: { ticker: props.company.ticker } },
        body: { template: to, reason: reason.value },
      }),
    )
    session.figuresChanged()
    notices.say(to === null ? 'Read as it was filed.' : 'Read as another kind of business from now on.')
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <div class="narrow">
    <section class="mb-5">
      <h2>Report</h2>
      <p class="quiet">First reading, price, statements, peers, valuations, decision and notes, as far as you choose, to read or print.</p>
      <ReportMenu :key="company.ticker" :address="`/api/v1/companies/${encodeURIComponent(company.ticker)}/report`" :parts="REPORT" />
    </section>
    <section v-for="file in files" :key="file.what" class="mb-5">
      <h2>{{ file.title }}</h2>
      <p class="quiet">{{ file.text }}</p>
      <v-btn
        v-for="format in file.formats"
        :key="format"
        size="small"
        variant="outlined"
        class="mr-2 mt-1"
        :href="href(file.what, format)"
        download
        >{{ format === 'xbrl-csv' ? 'xBRL-CSV' : format.toUpperCase() }}</v-btn
      >
    </section>
    <section v-if="company.template !== 'fund'">
      <h2>Kind of business</h2>
      <p class="quiet">
        Its statements, ratios and checks are those of {{ company.template_chosen ? 'the kind you chose' : 'the kind it was filed as' }}.
        Choose another only if the filing's kind misleads; say why, so that you know later.
      </p>
      <form class="choices" @submit.prevent="choose(template)">
        <ChoiceField v-model="template" name="Kind of business" :choices="TEMPLATES" />
        <v-text-field v-model="reason" label="Why" min-width="280" maxlength="500" @keydown.stop />
        <v-btn size="small" type="submit" :disabled="template === company.template || !reason.trim()">Choose</v-btn>
        <v-btn v-if="company.template_chosen" size="small" @click="choose(null)">Back to as filed</v-btn>
      </form>
    </section>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 760px;
}
</style>

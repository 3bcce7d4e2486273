<script setup lang="ts">
import { ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, Problem, type Schemas } from '@/api/client'
import LoadState from '@/design/LoadState.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import SecondFactor from './SecondFactor.vue'

/** One's own account: password, second factor, where one is signed in, and its end. */
const session = useSession()
const notices = useNotices()
const { state, reload } = useAnswer(
  'own account',
  () => null,
  (_, signal) => ask(api.GET('/account', { signal })),
)
const password = ref({ current: '', password: '' })
const removal = ref({ current: '', isSure: false })
const errors = ref<Record<string, string[]>>({})

/** What went wrong stands at the field it is about. */
async function attempt(work: () => Promise<unknown>, said: string): Promise<boolean> {
  errors.value = {}
  try {
    await work()
    notices.say(said)
    reload()
    return true
  } catch (error) {
    if (error instanceof Problem && Object.keys(error.errors).length) errors.value = error.errors as Record<string, string[]>
    else notices.fail(error)
    return false
  }
}
async function changePassword(): Promise<void> {
  const isDone = await attempt(
    () => ask(api.PUT('/account/password', { body: password.value })),
    'The password is changed. Whoever else was signed in to your account is signed out.',
  )
  if (isDone) password.value = { current: '', password: '' }
}
const end = (of: Schemas['SignIn']): Promise<boolean> =>
  attempt(() => ask(api.DELETE('/account/sign-ins/{id}', { params: { path: { id: of.id } } })), 'Signed out there.')
const endOthers = (): Promise<boolean> => attempt(() => ask(api.DELETE('/account/sign-ins')), 'Signed out everywhere else.')
async function remove(): Promise<void> {
  const isDone = await attempt(
    () => ask(api.POST('/account/removal', { body: { current: removal.value.current } })),
    'The account is deleted.',
  )
  if (isDone) location.assign('/')
}
const minute = (of: string): string => of.slice(0, 16).replace('T', ' ')
/** Browser and system, as far as the browser tells; the rest of what it says is noise. */
function browser(agent: string): string {
  const name = /(Firefox|Edg|OPR|Chrome|Safari)\/[\d.]+/.exec(agent)?.[1]
  const system = /\(([^;)]+)/.exec(agent)?.[1]
  return name ? `${{ Edg: 'Edge', OPR: 'Opera' }[name] ?? name}${system ? `, ${system}` : ''}` : agent.slice(0, 60) || 'unknown'
}
const columns: SheetColumn<Schemas['SignIn']>[] = [
  { key: 'browser', head: 'Signed in with', of: (entry) => browser(entry.agent) },
  { key: 'address', head: 'From', of: (entry) => entry.address, class: 'left' },
  { key: 'since', head: 'Since (UTC)', of: (entry) => minute(entry.since), class: 'left quiet' },
  { key: 'seen', head: 'Last seen (UTC)', of: (entry) => minute(entry.seen), class: 'left quiet' },
  { key: 'away', head: '' },
]
</script>

<template>
  <div class="page">
    <h1>Account</h1>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <p>
        <strong>{{ state.data.name }}</strong> <span class="quiet">{{ state.data.email }} · {{ state.data.role }}</span>
      </p>
      <div class="columns">
        <section>
          <h2>Password</h2>
          <form @submit.prevent="changePassword" @keydown.stop>
            <input type="text" class="visually-hidden" autocomplete="username" :value="state.data.email" tabindex="-1" aria-hidden="true" />
            <v-text-field
              v-model="password.current"
              label="Present password"
              type="password"
              autocomplete="current-password"
              :error-messages="password.current && errors.current"
              required
            />
            <v-text-field
              v-model="password.password"
              label="New password"
              type="password"
              autocomplete="new-password"
              hint="Ten characters or more; a sentence is easiest to keep"
              :error-messages="errors.password"
              required
            />
            <v-btn type="submit" size="small" variant="outlined">Change it</v-btn>
          </form>
        </section>
        <SecondFactor :account="state.data" @changed="reload" />
      </div>
      <section>
        <h2>Where you are signed in</h2>
        <SheetTable label="Sign-ins" :columns="columns" :rows="state.data.sign_ins" :row-key="(entry) => entry.id">
          <template #cell-away="{ row: entry }">
            <span v-if="entry.current" class="quiet">this browser</span>
            <v-btn v-else size="small" :aria-label="`Sign out ${browser(entry.agent)} of ${minute(entry.since)}`" @click="end(entry)">
              Sign out
            </v-btn>
          </template>
        </SheetTable>
        <v-btn v-if="state.data.sign_ins.length > 1" size="small" variant="outlined" @click="endOthers">Sign out everywhere else</v-btn>
        <p class="quiet">
          Scripts use tokens, listed under <router-link :to="{ name: 'data', params: { view: 'scripts' } }">Data, Scripts</router-link>.
        </p>
      </section>
      <section>
        <h2>Delete the account</h2>
        <p class="quiet">
          Portfolios, decisions, lists, notes, valuations and files of yours are deleted and cannot be brought back. An
          <router-link :to="{ name: 'data', params: { view: 'archive' } }">archive</router-link> keeps a copy. What you changed of the
          shared data stays.
        </p>
        <v-btn v-if="!removal.isSure" size="small" @click="removal.isSure = true">Delete {{ session.user?.name }}…</v-btn>
        <form v-else class="inline" @submit.prevent="remove" @keydown.stop>
          <v-text-field
            v-model="removal.current"
            label="Password"
            type="password"
            autocomplete="current-password"
            :error-messages="removal.current && errors.current"
            autofocus
            required
          />
          <v-btn type="submit" size="small" variant="outlined" color="worse">Delete everything</v-btn>
          <v-btn size="small" @click="removal = { current: '', isSure: false }">Keep it</v-btn>
        </form>
      </section>
    </template>
  </div>
</template>

<style scoped>
section {
  margin-top: calc(var(--space) * 6);
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 0 calc(var(--space) * 12);
}
form {
  display: grid;
  gap: calc(var(--space) * 2);
  justify-items: start;
  max-width: 420px;
}
form > :deep(.v-input) {
  width: 100%;
}
.inline {
  display: flex;
  align-items: baseline;
  max-width: 640px;
}
</style>

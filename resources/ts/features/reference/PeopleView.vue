<script setup lang="ts">
import { ref } from 'vue'
import { useAnswer } from '@/api/answer'
import { api, ask, type Schemas } from '@/api/client'
import ChoiceField from '@/design/ChoiceField.vue'
import LoadState from '@/design/LoadState.vue'
import type { SheetColumn } from '@/design/sheet'
import SheetTable from '@/design/SheetTable.vue'
import { useNotices } from '@/stores/notices'

/** Who has an account, in which role, and who is invited. */
type Role = Schemas['Role']
const ROLES: [Role, string][] = [
  ['reader', 'reads, and keeps work of their own'],
  ['editor', 'imports and changes what all share'],
  ['administrator', 'also settings and people'],
]
const DOORS: ['closed' | 'reader' | 'editor', string][] = [
  ['closed', 'only by invitation'],
  ['reader', 'for anybody, as a reader'],
  ['editor', 'for anybody, as an editor'],
]
const notices = useNotices()
const { state, reload } = useAnswer(
  'accounts',
  () => null,
  (_, signal) => ask(api.GET('/accounts', { signal })),
)
const door = useAnswer(
  'installation',
  () => null,
  (_, signal) => ask(api.GET('/installation', { signal })),
)
const role = ref<Role>('reader')
const link = ref('')

const attempt = (work: () => Promise<unknown>, said: string): Promise<void> =>
  notices.attempt(work, said, () => {
    reload()
    door.reload()
  })
const setRole = (person: Schemas['Person'], role: Role): Promise<void> =>
  attempt(() => ask(api.PUT('/accounts/{id}', { params: { path: { id: person.id } }, body: { role } })), `${person.name} is now ${role}.`)
const invite = (): Promise<void> =>
  attempt(async () => {
    link.value = (await ask(api.POST('/invitations', { body: { role: role.value } }))).link
  }, 'The link is made; it is shown once and works once.')
const reset = (person: Schemas['Person']): Promise<void> =>
  attempt(async () => {
    link.value = (await ask(api.POST('/accounts/{id}/reset-link', { params: { path: { id: person.id } } }))).link
  }, `With the link ${person.name} chooses another password, within an hour.`)
const withdraw = (id: number): Promise<void> =>
  attempt(() => ask(api.DELETE('/invitations/{id}', { params: { path: { id } } })), 'The invitation is withdrawn.')
const openDoor = (new_accounts: 'closed' | 'reader' | 'editor'): Promise<void> =>
  attempt(() => ask(api.PUT('/installation', { body: { new_accounts } })), 'Who may make an account is set.')

const people: SheetColumn<Schemas['Person']>[] = [
  { key: 'name', head: 'Name', of: (person) => person.name },
  { key: 'email', head: 'E-mail', of: (person) => person.email, class: 'left quiet' },
  { key: 'role', head: 'Role', class: 'left' },
  { key: 'reset', head: '' },
]
const invitations: SheetColumn<Schemas['Invitation']>[] = [
  { key: 'role', head: 'Invited as', of: (invitation) => invitation.role },
  { key: 'by', head: 'By', of: (invitation) => invitation.made_by, class: 'left' },
  { key: 'until', head: 'Until', of: (invitation) => invitation.expires_on, class: 'left quiet' },
  { key: 'away', head: '' },
]
</script>

<template>
  <div>
    <LoadState :state="state" @again="reload" />
    <template v-if="state.data">
      <SheetTable label="People" :columns="people" :rows="state.data.people" :row-key="(person) => person.id">
        <template #cell-role="{ row: person }">
          <ChoiceField
            :model-value="person.role"
            :name="`Role of ${person.name}`"
            :choices="ROLES.map(([key]) => [key, key])"
            @update:model-value="setRole(person, $event as Role)"
          />
        </template>
        <template #cell-reset="{ row: person }">
          <v-btn size="small" :aria-label="`A link for another password of ${person.name}`" @click="reset(person)"
            >Link for a password</v-btn
          >
        </template>
      </SheetTable>
      <p v-for="[key, words] in ROLES" :key="key" class="quiet">{{ key }}: {{ words }}.</p>
      <section class="mt-5">
        <h3>Invite somebody</h3>
        <form class="choices" @submit.prevent="invite">
          <ChoiceField v-model="role" label="As" name="Role of the invited" :choices="ROLES.map(([key]) => [key, key])" />
          <v-btn size="small" variant="outlined" type="submit">Make a link</v-btn>
          <ChoiceField
            v-if="door.state.value.data"
            :model-value="door.state.value.data.new_accounts"
            label="Accounts are made"
            name="Who may make an account"
            :choices="DOORS"
            @update:model-value="openDoor($event as 'closed')"
          />
        </form>
        <p v-if="link" role="status">
          Send this link; it is not shown again: <code>{{ link }}</code>
        </p>
        <SheetTable
          v-if="state.data.invitations.length"
          label="Open invitations"
          :columns="invitations"
          :rows="state.data.invitations"
          :row-key="(invitation) => invitation.id"
        >
          <template #cell-away="{ row: invitation }">
            <v-btn size="small" @click="withdraw(invitation.id)">Withdraw</v-btn>
          </template>
        </SheetTable>
      </section>
    </template>
  </div>
</template>

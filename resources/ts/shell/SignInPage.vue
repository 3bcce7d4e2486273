<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, Problem } from '@/api/client'
import { useSession } from '@/stores/session'

const session = useSession()
const name = ref('')
const email = ref('')
const password = ref('')
/** A link that invites somebody carries what lets them in. */
const search = new URLSearchParams(location.search)
const invitation = search.get('invitation')
const canRegister = computed(() => session.accounts !== 'closed' || invitation !== null)
const isNew = ref(session.accounts === 'first' || invitation !== null)
/** Asked for once the password was right and the account wants it. */
const code = ref('')
const wantsCode = ref(false)
/** A link that resets a password carries what lets one choose another. */
const resetToken = ref(search.get('reset'))
email.value = search.get('email') ?? ''
if (resetToken.value) isNew.value = false
/** Who comes without a link is sent one. */
const isSentLink = computed(() => isNew.value && session.accounts === 'by_mail' && invitation === null)
const isForgotten = ref(false)
const said = ref('')
const busy = ref(false)
const problem = ref<string | null>(null)

async function attempt(work: () => Promise<void>): Promise<void> {
  busy.value = true
  problem.value = null
  try {
    await work()
  } catch (error) {
    problem.value = (error as Error).message
    if (error instanceof Problem && error.errors.code) wantsCode.value = true
  } finally {
    busy.value = false
  }
}
const enter = () =>
  attempt(() =>
    isSentLink.value
      ? askForAccount()
      : isNew.value
        ? session.register(name.value, email.value, password.value, invitation)
        : session.signIn(email.value, password.value, code.value),
  )
async function askForAccount(): Promise<void> {
  await ask(api.POST('/account-links', { body: { email: email.value } }))
  isNew.value = false
  said.value = `A link is on its way to ${email.value}. It makes the account, and works for a day.`
}
const askForLink = () =>
  attempt(async () => {
    await ask(api.POST('/password-resets', { body: { email: email.value } }))
    isForgotten.value = false
    said.value = `If ${email.value} has an account here, a link is on its way. It works once, for an hour.`
  })
const choosePassword = () =>
  attempt(async () => {
    await ask(api.PUT('/password-resets', { body: { email: email.value, token: resetToken.value!, password: password.value } }))
    resetToken.value = null
    password.value = ''
    history.replaceState(null, '', '/')
    said.value = 'The password is changed. Sign in with it.'
  })
</script>

<template>
  <main class="door">
    <h1>Logion</h1>
    <p class="lead">From everything that trades to a few companies, each below a price, each for a reason you wrote down.</p>
    <section v-if="session.demo" class="rule">
      <h2>See it with invented data</h2>
      <p class="quiet mb-3">An archipelago that does not exist: some four hundred companies, twelve years of statements, ten of prices.</p>
      <v-btn variant="flat" :loading="busy" @click="attempt(session.enterDemo)">Open the demo</v-btn>
    </section>
    <p v-if="said" role="status" class="mb-4">{{ said }}</p>
    <section v-if="resetToken || isForgotten" class="rule">
      <h2>{{ resetToken ? 'Choose another password' : 'A forgotten password' }}</h2>
      <form @submit.prevent="resetToken ? choosePassword() : askForLink()">
        <v-text-field v-model="email" label="E-mail" type="email" autocomplete="email" required />
        <v-text-field
          v-if="resetToken"
          v-model="password"
          label="New password"
          type="password"
          autocomplete="new-password"
          hint="Ten characters or more; a sentence is easiest to keep"
          required
        />
        <p v-if="problem" role="alert" class="worse mt-2">{{ problem }}</p>
        <div class="mt-4 d-flex ga-2">
          <v-btn type="submit" variant="outlined" :loading="busy">{{ resetToken ? 'Keep it' : 'Send a link' }}</v-btn>
          <v-btn @click="((resetToken = null), (isForgotten = false), (problem = null))">Back</v-btn>
        </div>
      </form>
    </section>
    <section v-else class="rule">
      <h2>{{ isNew ? 'Make an account' : 'Sign in' }}</h2>
      <p v-if="session.accounts === 'first'" class="quiet mb-3">
        Nobody has an account here yet. Who makes the first one administers the installation; after that accounts are made by invitation.
      </p>
      <p v-else-if="invitation && isNew" class="quiet mb-3">
        {{ search.has('email') ? 'The link makes the account of this address.' : 'You were invited. The link works once.' }}
      </p>
      <p v-else-if="isSentLink" class="quiet mb-3">A link to your address makes the account.</p>
      <p v-else-if="!canRegister" class="quiet mb-3">Accounts are made by invitation here: ask an administrator for a link.</p>
      <form @submit.prevent="enter">
        <v-text-field v-if="isNew && !isSentLink" v-model="name" label="Name" autocomplete="name" required />
        <v-text-field v-model="email" label="E-mail" type="email" autocomplete="email" required />
        <v-text-field
          v-if="!isSentLink"
          v-model="password"
          label="Password"
          type="password"
          :autocomplete="isNew ? 'new-password' : 'current-password'"
          :hint="isNew ? 'Ten characters or more' : ''"
          required
        />
        <v-text-field
          v-if="wantsCode && !isNew"
          v-model="code"
          label="Six digits, or a recovery code"
          autocomplete="one-time-code"
          autofocus
          required
        />
        <p v-if="problem" role="alert" class="worse mt-2">{{ problem }}</p>
        <div class="mt-4 d-flex ga-2">
          <v-btn type="submit" variant="outlined" :loading="busy">{{
            isSentLink ? 'Send a link' : isNew ? 'Make account' : 'Sign in'
          }}</v-btn>
          <v-btn v-if="canRegister && session.accounts !== 'first'" @click="isNew = !isNew">{{
            isNew ? 'I have an account' : 'I am new here'
          }}</v-btn>
          <v-btn v-if="!isNew" @click="((isForgotten = true), (problem = null))">I forgot the password</v-btn>
        </div>
      </form>
    </section>
  </main>
</template>

<style scoped>
.door {
  max-width: 460px;
  margin: 9vh auto;
  padding: 0 calc(var(--space) * 5);
}
h1 {
  font-size: var(--type-display);
}
.lead {
  font-family: 'Source Serif 4 Variable', serif;
  font-size: var(--type-lead);
  margin: calc(var(--space) * 1.5) 0 calc(var(--space) * 5.5);
}
section {
  padding: calc(var(--space) * 4) 0;
}
</style>

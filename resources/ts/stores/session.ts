import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/api/client'
import { queries } from '@/api/queries'

/** Who is signed in, the latest day of the data, and the day the program is set to. */
export const useSession = defineStore('session', () => {
  const user = ref<{ name: string; email: string; role: Schemas['Role'] } | null>(null)
  /** Who may make an account: the first one, who administers the installation; everybody, or by a link to their address; who is invited. */
  const accounts = ref<'first' | 'open' | 'by_mail' | 'closed'>('closed')
  const demo = ref(false)
  const known = ref(false)
  const latestDay = ref<string | null>(null)
  const currency = ref('')
  const chosenDay = ref<string | null>(sessionStorage.getItem('as-of'))
  const isPast = computed(() => chosenDay.value !== null && latestDay.value !== null && chosenDay.value < latestDay.value)
  /** What requests carry; null means the latest day. */
  const asOf = computed(() => (isPast.value ? chosenDay.value : null))

  /** Whether figures are shown as reported, or adjusted for the one-offs the reader marked; requests say so in a header. */
  const figures = ref<'reported' | 'adjusted'>(sessionStorage.getItem('figures') === 'adjusted' ? 'adjusted' : 'reported')
  /** The peers a link brought along, which count in place of the reader's own; requests say so in a header. */
  const peers = ref<string | null>(sessionStorage.getItem('peers'))
  /** Counts what the reader changed in the figures, so that every page asks again. */
  const revision = ref(0)

  /** What is the installation's is changed by editors, the installation itself by administrators. */
  const canChangeFacts = computed(() => user.value !== null && user.value.role !== 'reader')
  const canAdminister = computed(() => user.value?.role === 'administrator')

  /** Another reader's answers are nobody else's. */
  async function enter(): Promise<void> {
    queries.clear()
    await load()
  }

  async function load(): Promise<void> {
    const [session, status] = await Promise.all([ask(api.GET('/session')), ask(api.GET('/status'))])
    user.value = session.user ?? null
    demo.value = session.demo
    accounts.value = session.accounts
    latestDay.value = status.latest_day ?? null
    currency.value = status.currency ?? ''
    known.value = true
  }

  async function enterDemo(): Promise<void> {
    await ask(api.POST('/session/demo'))
    await enter()
  }

  async function signIn(email: string, password: string, code: string | null = null): Promise<void> {
    await ask(api.POST('/session', { body: { email, password, ...(code ? { code } : {}) } }))
    await enter()
  }

  async function register(name: string, email: string, password: string, invitation: string | null = null): Promise<void> {
    await ask(api.POST('/users', { body: { name, email, password, ...(invitation ? { invitation } : {}) } }))
    await enter()
  }

  async function signOut(): Promise<void> {
    await ask(api.DELETE('/session'))
    queries.clear()
    user.value = null
    showPeers(null)
  }

  function setDay(day: string | null): void {
    chosenDay.value = day
    if (day) sessionStorage.setItem('as-of', day)
    else sessionStorage.removeItem('as-of')
  }

  function showFigures(choice: 'reported' | 'adjusted'): void {
    figures.value = choice
    sessionStorage.setItem('figures', choice)
  }
  function showPeers(of: string | null): void {
    peers.value = of
    if (of) sessionStorage.setItem('peers', of)
    else sessionStorage.removeItem('peers')
  }
  const figuresChanged = (): number => revision.value++

  return {
    figures,
    revision,
    showFigures,
    peers,
    showPeers,
    figuresChanged,
    user,
    demo,
    accounts,
    canChangeFacts,
    canAdminister,
    known,
    latestDay,
    currency,
    asOf,
    isPast,
    load,
    enterDemo,
    signIn,
    register,
    signOut,
    setDay,
  }
})

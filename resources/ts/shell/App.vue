<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, onMounted, provide, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useTheme } from 'vuetify'
import { FOOTER } from '@/design/chart/footer'
import NavigationRail from './NavigationRail.vue'
import SubjectLine from './SubjectLine.vue'
import { useCatalogue } from '@/stores/catalogue'
import { kept } from '@/stores/kept'
import { useMargin } from '@/stores/margin'
import { timeShown, useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'
import { useSubject } from '@/stores/subject'

// What is not seen at first comes after what is: on a slow line the first page is there sooner.
const SignInPage = defineAsyncComponent(() => import('./SignInPage.vue'))
const StartPage = defineAsyncComponent(() => import('@/features/reference/StartPage.vue'))
const MarginColumn = defineAsyncComponent(() => import('@/features/margin/MarginColumn.vue'))
const ShellDialogs = defineAsyncComponent(() => import('./ShellDialogs.vue'))

const session = useSession()
const subject = useSubject()
const catalogue = useCatalogue()
const margin = useMargin()
const notices = useNotices()
const route = useRoute()
const router = useRouter()
const theme = useTheme()

provide(
  FOOTER,
  computed(() => `As of ${session.asOf ?? session.latestDay ?? ''}, from the reports and prices kept in Logion.`),
)

/** Without a company there is nothing to look at but the way to one. */
const isEmpty = computed(() => session.known && session.latestDay === null && route.name !== 'data')
const finder = ref(false)
const shortcuts = ref(false)
const help = ref(false)
const dropping = ref(false)
const failure = ref<string | null>(null)

async function start(): Promise<void> {
  failure.value = null
  try {
    await session.load()
    if (session.user) await catalogue.ensure()
  } catch (error) {
    failure.value = (error as Error).message
  }
}
onMounted(start)
/** Whether the dialogs were fetched: as soon as the first page leaves time for it, or one is asked for. */
const idle = ref(false)
onMounted(() => (window.requestIdleCallback ?? window.setTimeout)(() => (idle.value = true)))
const dialogs = computed(() => idle.value || finder.value || shortcuts.value || help.value || dropping.value)
watch(
  () => session.user,
  (user) => {
    if (user) void catalogue.ensure().catch(notices.fail)
  },
)

/** The address then names the company in a way that means it on any day. */
async function bring(ticker: string): Promise<void> {
  await subject.focus(ticker)
  const known = subject.company?.ticker
  if (known && known !== ticker && route.params.ticker === ticker) {
    void router.replace({ name: route.name!, params: { ...route.params, ticker: known }, query: route.query, hash: route.hash })
  }
}

// A page about a company brings it into focus; without a ticker in the address the last one is taken up again.
watch(
  [
    () => route.params.ticker,
    () => route.name,
    () => session.asOf,
    () => session.user,
    () => session.figures,
    () => session.revision,
  ] as const,
  ([ticker]) => {
    if (!session.user || !route.meta.subject) return
    if (typeof ticker === 'string' && ticker) void bring(ticker)
    else if (subject.last()) void router.replace({ name: route.name!, params: { ticker: subject.last()! } })
  },
)

function step(direction: 1 | -1): void {
  const ticker = subject.neighbour(direction)
  if (!ticker) {
    if (subject.list) notices.say(direction === 1 ? 'This is the last company of the list.' : 'This is the first company of the list.')
    return
  }
  void router.push({ name: route.meta.subject ? route.name! : 'read', params: { ...route.params, ticker } })
}

async function mark(kind: 'keep' | 'drop' | 'later', why: string | null = null): Promise<void> {
  if (!subject.list || subject.position < 0) {
    notices.say('Marks belong to a list: save the survivors of a screen as a list and walk through it.')
    return
  }
  const before = subject.item
  const name = subject.company?.name ?? ''
  const words = { keep: 'Kept', drop: 'Dropped', later: 'Left for later' }
  try {
    await subject.mark(kind, why)
    notices.say(`${words[kind]}: ${name}.`, () => subject.mark((before?.mark as 'keep' | null) ?? null, before?.reason ?? null))
  } catch (error) {
    notices.fail(error)
  }
}

function drop(why: string | null): void {
  dropping.value = false
  void mark('drop', why)
}

function onKey(event: KeyboardEvent): void {
  const target = event.target as HTMLElement
  if (event.ctrlKey || event.metaKey || event.altKey || !session.user) return
  if (event.key === 'Escape' && margin.open && !finder.value && !shortcuts.value && !help.value) {
    margin.open = false
    return
  }
  if (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)) return
  const actions: Record<string, () => void> = {
    '/': () => (finder.value = true),
    '?': () => (shortcuts.value = true),
    h: () => (help.value = true),
    '[': () => step(-1),
    ']': () => step(1),
    k: () => void mark('keep'),
    l: () => void mark('later'),
    x: () => {
      if (subject.list && subject.position >= 0) dropping.value = true
      else void mark('drop')
    },
    m: () => (margin.open = !margin.open),
  }
  const action = actions[event.key]
  if (action) {
    event.preventDefault()
    action()
  }
}
useEventListener(window, 'keydown', onKey)

function switchTheme(): void {
  const next = theme.global.name.value === 'paper' ? 'nightDesk' : 'paper'
  theme.change(next)
  kept.theme.value = next
}

async function undo(): Promise<void> {
  const action = notices.notice?.undo
  notices.notice = null
  try {
    await action?.()
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <v-app>
    <div v-if="failure" class="page" role="alert">
      <h1>Logion does not answer</h1>
      <p class="my-3">{{ failure }}</p>
      <v-btn variant="outlined" @click="start">Try again</v-btn>
    </div>
    <SignInPage v-else-if="session.known && !session.user" />
    <div v-else-if="session.user" class="frame">
      <NavigationRail class="rail" @theme="switchTheme" @shortcuts="shortcuts = true" @help="help = true" />
      <div class="desk">
        <SubjectLine @finder="finder = true" @step="step" @mark="mark" @drop="dropping = true" />
        <div class="work">
          <main id="main" tabindex="-1">
            <router-view v-slot="{ Component }">
              <StartPage v-if="isEmpty" />
              <component :is="Component" v-else />
            </router-view>
          </main>
          <MarginColumn v-if="margin.open" />
        </div>
      </div>
      <ShellDialogs
        v-if="dialogs"
        v-model:finder="finder"
        v-model:shortcuts="shortcuts"
        v-model:help="help"
        v-model:dropping="dropping"
        @drop="drop"
      />
    </div>
    <v-snackbar
      :key="notices.number"
      :model-value="notices.notice !== null"
      :timeout="notices.notice ? timeShown(notices.notice) : -1"
      location="bottom start"
      :color="notices.notice?.error ? 'error' : 'on-surface'"
      @update:model-value="(shown: boolean) => !shown && (notices.notice = null)"
    >
      {{ notices.notice?.text }}
      <template #actions>
        <v-btn v-if="notices.notice?.undo" color="surface" @click="undo">Undo</v-btn>
        <v-btn color="surface" @click="notices.notice = null">Close</v-btn>
      </template>
    </v-snackbar>
  </v-app>
</template>

<style scoped>
.frame {
  display: flex;
  height: 100vh;
  overflow: hidden;
}
.rail {
  flex: none;
}
.desk {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
}
.work {
  flex: 1;
  min-height: 0;
  display: flex;
}
main {
  flex: 1;
  min-width: 0;
  overflow: auto;
  outline: none;
}
@media (max-width: 900px) {
  .frame {
    flex-direction: column-reverse;
  }
}
@media print {
  .frame,
  .desk,
  .work,
  main {
    display: block;
    height: auto;
    overflow: visible;
  }
  .rail,
  .work > :not(main) {
    display: none;
  }
}
</style>

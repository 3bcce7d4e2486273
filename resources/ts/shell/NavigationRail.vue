<script setup lang="ts">
import {
  mdiAccountOutline,
  mdiBookOpenPageVariantOutline,
  mdiBriefcaseOutline,
  mdiChevronDoubleLeft,
  mdiChevronDoubleRight,
  mdiCompareHorizontal,
  mdiDatabaseOutline,
  mdiDesk,
  mdiFilterOutline,
  mdiGavel,
  mdiHelpCircleOutline,
  mdiKeyboardOutline,
  mdiLogoutVariant,
  mdiScaleBalance,
  mdiThemeLightDark,
} from '@mdi/js'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { kept } from '@/stores/kept'
import { useNotices } from '@/stores/notices'
import { useSession } from '@/stores/session'

const emit = defineEmits<{ theme: []; shortcuts: []; help: [] }>()
const route = useRoute()
const session = useSession()
const notices = useNotices()
const folded = computed(() => kept.rail.value === 'folded')

const steps = [
  { name: 'desk', word: 'Desk', icon: mdiDesk },
  { name: 'find', word: 'Find', icon: mdiFilterOutline },
  { name: 'read', word: 'Read', icon: mdiBookOpenPageVariantOutline },
  { name: 'compare', word: 'Compare', icon: mdiCompareHorizontal },
  { name: 'value', word: 'Value', icon: mdiScaleBalance },
  { name: 'decide', word: 'Decide', icon: mdiGavel },
  { name: 'hold', word: 'Hold', icon: mdiBriefcaseOutline },
]

function fold(): void {
  kept.rail.value = folded.value ? 'open' : 'folded'
}
</script>

<template>
  <nav :class="{ folded }" aria-label="Steps of the work">
    <router-link
      v-for="step in steps"
      :key="step.name"
      :to="`/${step.name}`"
      class="step"
      :class="{ here: route.name === step.name }"
      :aria-label="step.word"
    >
      <v-icon :icon="step.icon" size="20" />
      <span v-if="!folded">{{ step.word }}</span>
    </router-link>
    <div class="foot">
      <router-link to="/data" class="step data" :class="{ here: route.name === 'data' }" aria-label="Data">
        <v-icon :icon="mdiDatabaseOutline" size="20" /><span v-if="!folded">Data</span>
      </router-link>
      <router-link to="/account" class="step" :class="{ here: route.name === 'account' }" aria-label="Account">
        <v-icon :icon="mdiAccountOutline" size="18" /><span v-if="!folded">Account</span>
      </router-link>
      <button class="step" aria-label="Light or dark" @click="emit('theme')">
        <v-icon :icon="mdiThemeLightDark" size="18" /><span v-if="!folded">Light</span>
      </button>
      <button class="step" aria-label="Help" @click="emit('help')">
        <v-icon :icon="mdiHelpCircleOutline" size="18" /><span v-if="!folded">Help</span>
      </button>
      <button class="step" aria-label="Keys and shortcuts" @click="emit('shortcuts')">
        <v-icon :icon="mdiKeyboardOutline" size="18" /><span v-if="!folded">Keys</span>
      </button>
      <button class="step" :aria-label="`Leave: sign out ${session.user?.name ?? ''}`" @click="session.signOut().catch(notices.fail)">
        <v-icon :icon="mdiLogoutVariant" size="18" /><span v-if="!folded">Leave</span>
      </button>
      <button class="step" :aria-label="folded ? 'Unfold the rail' : 'Fold the rail'" @click="fold">
        <v-icon :icon="folded ? mdiChevronDoubleRight : mdiChevronDoubleLeft" size="18" /><span v-if="!folded">Fold</span>
      </button>
    </div>
  </nav>
</template>

<style scoped>
nav {
  width: 110px;
  display: flex;
  flex-direction: column;
  border-right: 1px solid rgb(var(--v-theme-rule));
  padding-top: calc(var(--space) * 2.5);
  background: rgb(var(--v-theme-background));
}
nav.folded {
  width: 48px;
}
.step {
  display: flex;
  align-items: center;
  gap: calc(var(--space) * 2);
  padding: calc(var(--space) * 2) calc(var(--space) * 3);
  color: rgb(var(--v-theme-quiet));
  text-decoration: none;
  background: none;
  border: 0;
  border-left: 3px solid transparent;
  font: inherit;
  font-size: var(--type-text);
  cursor: pointer;
  text-align: left;
  width: 100%;
}
.step:hover {
  color: rgb(var(--v-theme-primary));
}
.step.here {
  color: rgb(var(--v-theme-primary));
  border-left-color: rgb(var(--v-theme-primary));
  font-weight: 600;
}
.foot {
  margin-top: auto;
  padding-bottom: calc(var(--space) * 1.5);
}
.foot .step:not(.data) {
  padding: calc(var(--space) * 1.5) calc(var(--space) * 3);
  font-size: var(--type-small);
}
@media (max-width: 900px) {
  nav,
  nav.folded {
    width: 100%;
    flex-direction: row;
    border-right: 0;
    border-top: 1px solid rgb(var(--v-theme-rule));
    padding: 0;
  }
  .foot {
    display: flex;
    margin: 0 0 0 auto;
    padding: 0;
  }
}
</style>

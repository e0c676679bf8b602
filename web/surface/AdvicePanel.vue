<script setup lang="ts">
import type { AdviceGiven } from '@sleetfall/contract'
import type { Complaint } from '@sleetfall/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { usePatterns } from '../lanes/store.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { holdRule } from './pageStore.ts'

/** Rules of thumb that hold for the ball and what is said of it, with their reasons and their contradictions. */
const complaint = defineModel<Complaint | null>('complaint', { required: true })
const patternId = defineModel<string | null>('patternId', { required: true })
defineProps<{
  advice: AdviceGiven | null
  complaints: readonly Complaint[]
  ball: { readonly id: string; readonly customerId: string }
}>()
const emit = defineEmits<{ changed: [] }>()
const { t } = useI18n()
const patterns = usePatterns()
const session = useSession()
const notices = useNotices()
const showOff = ref(false)
/** The owner says which rules the shop holds. */
async function hold(id: string, held: boolean) {
  await notices.attempt(async () => {
    await holdRule(id, held)
    if (!held) notices.done(t('surface.advice.switchedOff'), () => hold(id, true))
    emit('changed')
  })
}
const sign = { rougher: '▼', smoother: '▲', leave: '●', none: '◇' } as const
const adviceOf = (id: string) => t(`surface.advice.rules.${id}.advice`)
const patternItems = computed(() => [
  { value: null, title: t('surface.advice.noPattern') },
  ...patterns.items.map((pattern) => ({ value: pattern.id, title: pattern.name })),
])
</script>

<template>
  <section class="stack" :aria-label="t('surface.advice.title')">
    <h2>{{ t('surface.advice.title') }}</h2>
    <div class="ask">
      <v-select
        v-model="complaint"
        :label="t('surface.advice.complaint')"
        :items="[
          { value: null, title: t('surface.advice.none') },
          ...complaints.map((value) => ({ value, title: t(`surface.advice.complaints.${value}`) })),
        ]"
      />
      <v-select v-model="patternId" :label="t('surface.advice.pattern')" :items="patternItems" />
    </div>
    <p v-if="complaint && patternId">
      <router-link
        class="tapped"
        :to="{ path: `/coverage/${ball.customerId}`, query: { ball: ball.id, pattern: patternId } }"
        >{{ t('surface.advice.ladder') }}</router-link
      >
    </p>
    <p v-if="advice && advice.contradictions.length > 0" class="against" role="status">
      ▲ {{ t('surface.advice.contradiction') }}
    </p>
    <ul v-if="advice && advice.contradictions.length > 0" class="pairs small">
      <li v-for="[a, b] in advice.contradictions.slice(0, 4)" :key="`${a} ${b}`">
        {{ t('surface.advice.against', { a: adviceOf(a), b: adviceOf(b) }) }}
      </li>
    </ul>
    <ul class="rules">
      <li v-for="rule in advice?.rules ?? []" :key="rule.id">
        <span class="small soft"
          ><span aria-hidden="true">{{ sign[rule.direction] }}</span>
          {{ t(`surface.advice.directions.${rule.direction}`) }}</span
        >
        <span>
          <strong>{{ adviceOf(rule.id) }}</strong> {{ t(`surface.advice.rules.${rule.id}.reason`) }}
          <span v-if="rule.contested" class="small soft">{{
            t('surface.advice.school', { school: t(`surface.advice.rules.${rule.id}.school`) })
          }}</span>
        </span>
        <v-btn
          v-if="session.isOwner"
          size="x-small"
          variant="text"
          :aria-label="`${t('surface.advice.notOurs')}: ${adviceOf(rule.id)}`"
          @click="hold(rule.id, false)"
          >{{ t('surface.advice.notOurs') }}</v-btn
        >
      </li>
    </ul>
    <div v-if="advice && advice.off.length > 0">
      <v-btn size="x-small" variant="text" :aria-expanded="showOff" @click="showOff = !showOff">{{
        t('surface.advice.off', { n: advice.off.length }, advice.off.length)
      }}</v-btn>
      <ul v-if="showOff" class="rules">
        <li v-for="rule in advice.off" :key="rule.id" class="soft">
          <span class="small">{{ t(`surface.advice.directions.${rule.direction}`) }}</span>
          <span>{{ adviceOf(rule.id) }}</span>
          <v-btn
            v-if="session.isOwner"
            size="x-small"
            :aria-label="`${t('surface.advice.on')}: ${adviceOf(rule.id)}`"
            @click="hold(rule.id, true)"
            >{{ t('surface.advice.on') }}</v-btn
          >
        </li>
      </ul>
    </div>
    <p v-if="advice?.rules.length === 0" class="soft">{{ t('surface.advice.nothing') }}</p>
    <p class="small soft">{{ t('surface.advice.thumb') }}</p>
  </section>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
  gap: var(--gap-2);
}
.rules {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--gap-2);
}
.rules li {
  display: grid;
  grid-template-columns: 82px 1fr auto;
  align-items: baseline;
}
.against {
  border-inline-start: 6px double var(--bad);
  padding-inline-start: var(--gap-2);
}
.pairs {
  padding-inline-start: 1.4em;
}
</style>

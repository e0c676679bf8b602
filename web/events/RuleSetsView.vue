<script setup lang="ts">
import type { RuleSet } from '@sleetfall/contract'
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import MendDialog from '../controls/MendDialog.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import RuleSetForm from './RuleSetForm.vue'
import { useRuleSets } from './store.ts'
import { useRuleText } from './useRuleText.ts'
import { vCards } from '../controls/cards.ts'

/** What organisers ask of balls, as the shop wrote it down. */
const { t } = useI18n()
const ruleSets = useRuleSets()
const session = useSession()
const notices = useNotices()
const { sourceText } = useRuleText()
const form = ref<RuleSet | 'new' | null>(null)
const mending = ref<RuleSet | null>(null)
onMounted(() => ruleSets.load())
function gone({ id, name }: RuleSet) {
  ruleSets.drop(id)
  notices.done(t('controls.mend.gone', { name }))
}
</script>

<template>
  <section class="stack">
    <div class="spread">
      <h1>{{ t('events.rules.title') }}</h1>
      <v-btn v-if="session.may('records')" size="small" class="next-action" @click="form = 'new'">{{
        t('events.rules.add')
      }}</v-btn>
    </div>
    <p class="soft">{{ t('events.rules.what') }}</p>
    <LoadState
      :loaded="ruleSets.loaded"
      :error="ruleSets.error"
      :empty="ruleSets.items.length === 0"
      @retry="ruleSets.load(true)"
    >
      <template #empty>
        <p>{{ t('events.rules.noneYet') }}</p>
      </template>
      <table v-cards class="list">
        <thead>
          <tr>
            <th scope="col">{{ t('events.rules.one') }}</th>
            <th scope="col">{{ t('events.rules.fields.source') }}</th>
            <th scope="col">{{ t('events.rules.fields.surfaceChange') }}</th>
            <th scope="col">{{ t('events.rules.fields.cleaner') }}</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="rules in ruleSets.items" :key="rules.id">
            <td>
              <strong>{{ rules.name }}</strong> <span class="small soft">{{ rules.note }}</span>
            </td>
            <td>{{ sourceText(rules) }}</td>
            <td>{{ t(`events.rules.surfaceChange.${rules.surfaceChange}`) }}</td>
            <td>{{ t(`events.rules.cleaner.${rules.cleaner}`) }}</td>
            <td>
              <template v-if="session.may('records')">
                <v-btn size="small" :aria-label="`${t('events.rules.edit')}: ${rules.name}`" @click="form = rules">{{
                  t('events.rules.edit')
                }}</v-btn>
                <v-btn
                  size="small"
                  variant="text"
                  :aria-label="t('controls.mend.openFor', { name: rules.name })"
                  @click="mending = rules"
                  >{{ t('controls.mend.open') }}</v-btn
                >
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </LoadState>
    <MendDialog
      v-if="mending"
      :name="mending.name"
      :path="`/rule-sets/${mending.id}`"
      :version="mending.version"
      may-delete
      @close="mending = null"
      @gone="gone(mending)"
    />
    <RuleSetForm
      v-if="form"
      :key="form === 'new' ? 'new' : form.id"
      :rules="form === 'new' ? undefined : form"
      @close="form = null"
    />
  </section>
</template>

<script setup lang="ts">
import type { Pattern } from '@sleetfall/contract'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute, useRouter } from 'vue-router'
import InTurn from '../controls/InTurn.vue'
import MendDialog from '../controls/MendDialog.vue'
import LostView from '../shell/LostView.vue'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import PatternDetail from './PatternDetail.vue'
import PatternForm from './PatternForm.vue'
import PatternList from './PatternList.vue'
import { usePatterns } from './store.ts'
import { usePatternFiles } from './usePatternFiles.ts'

/** The book of lane patterns: the list, and beside it the one that is looked at. */
const { t } = useI18n()
const [route, router] = [useRoute(), useRouter()]
const [patterns, session, notices] = [usePatterns(), useSession(), useNotices()]
onMounted(() => patterns.load())
const form = ref<'new' | 'edit' | 'copy' | 'mend' | null>(null)
const { draft, choose } = usePatternFiles(() => (form.value = 'new'))
const first = shallowRef<Pattern | undefined>()
const asked = computed(() => String(route.params['patternId'] ?? ''))
const current = computed<Pattern | undefined>(() => (asked.value === '' ? first.value : patterns.byId.get(asked.value)))
watch(
  () => route.query['new'],
  (wanted) => {
    if (wanted !== 'pattern' || !session.may('patterns')) return
    form.value = 'new'
    void router.replace({ path: route.path })
  },
  { immediate: true },
)
function closeForm() {
  form.value = null
  draft.value = null
}
const saved = (pattern: Pattern) => void router.push(`/lanes/${pattern.id}`)
function gone({ id, name }: Pattern) {
  patterns.drop(id)
  notices.done(t('controls.mend.gone', { name }))
  void router.push('/lanes')
}
</script>

<template>
  <div class="lanes touch">
    <PatternList :current-id="current?.id" @add="form = 'new'" @import="choose" @first="first = $event" />
    <LostView
      v-if="patterns.loaded && asked !== '' && !current"
      :what="t('lanes.lost')"
      to="/lanes"
      :go="t('lanes.title')"
    />
    <InTurn v-if="current"><PatternDetail :pattern="current" @form="form = $event" /></InTurn>
    <p v-else-if="patterns.loaded" class="soft">{{ t('lanes.choose') }}</p>
    <PatternForm v-if="form === 'new'" :draft="draft ?? undefined" @close="closeForm" @saved="saved" />
    <MendDialog
      v-if="form === 'mend' && current"
      :name="current.name"
      :path="`/patterns/${current.id}`"
      :version="current.version"
      :retired="current.retiredOn !== null"
      :may-delete="session.may('patterns')"
      @close="form = null"
      @gone="gone(current)"
      @changed="patterns.take($event as Pattern)"
    />
    <PatternForm
      v-if="(form === 'edit' || form === 'copy') && current"
      :pattern="current"
      :copy="form === 'copy'"
      @close="form = null"
      @saved="saved"
    />
  </div>
</template>

<style scoped>
.lanes {
  display: grid;
  grid-template-columns: minmax(340px, 2fr) 3fr;
  gap: var(--gap-4);
}
@media print {
  .lanes > :first-child {
    display: none;
  }
  .lanes {
    grid-template-columns: 1fr !important;
  }
}
@media (max-width: 900px) {
  .lanes {
    grid-template-columns: 1fr;
  }
}
</style>

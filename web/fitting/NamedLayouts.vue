<script setup lang="ts">
import { type NamedLayout, namedLayoutSchema } from '@sleetfall/contract'
import { type Layout } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { onMounted, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import FormDialog from '../controls/FormDialog.vue'
import { useForm } from '../controls/useForm.ts'
import { vFocus } from '../controls/vFocus.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useLayouts } from './store.ts'
import { layoutText } from '../controls/quantities.ts'

/** The shop's named layouts: used, compared with, added to. */
const props = defineProps<{ layout: Layout }>()
const emit = defineEmits<{ use: [Layout]; compare: [Layout] }>()
const { t } = useI18n()
const layouts = useLayouts()
const session = useSession()
const notices = useNotices()
onMounted(() => layouts.load())
const naming = shallowRef<ReturnType<typeof useForm<typeof namedLayoutSchema>> | null>(null)
const only = ({ drillingAngleDeg, pinToPapIn, valAngleDeg }: Layout): Layout => ({
  drillingAngleDeg,
  pinToPapIn,
  valAngleDeg,
})
function name() {
  naming.value = useForm(namedLayoutSchema, { id: newId(), name: '', note: '', ...only(props.layout) })
}
async function save() {
  const ok = await naming.value!.submit(async (input) => {
    const saved = await layouts.create(input)
    notices.done(t('fitting.layoutSaved', { name: saved.name }))
  })
  if (ok) naming.value = null
}
async function drop(layout: NamedLayout) {
  await notices.attempt(async () => {
    await layouts.drop(layout.id)
    notices.done(t('fitting.layoutDropped', { name: layout.name }), async () => {
      await layouts.create({ id: newId(), name: layout.name, note: layout.note, ...only(layout) })
    })
  })
}
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h3>{{ t('fitting.library') }}</h3>
      <v-btn v-if="session.may('layouts')" size="x-small" @click="name">{{ t('fitting.nameIt') }}</v-btn>
    </div>
    <p v-if="layouts.loaded && layouts.items.length === 0" class="small soft">{{ t('fitting.libraryEmpty') }}</p>
    <ul class="library">
      <li v-for="one in layouts.items" :key="one.id">
        <span
          >{{ one.name }} <span class="figure">{{ layoutText(one) }}</span></span
        >
        <span class="row">
          <v-btn
            size="x-small"
            :aria-label="t('fitting.useNamed', { name: one.name })"
            @click="emit('use', only(one))"
            >{{ t('fitting.use') }}</v-btn
          >
          <v-btn
            size="x-small"
            :aria-label="t('fitting.compareNamed', { name: one.name })"
            @click="emit('compare', only(one))"
            >{{ t('fitting.compareShort') }}</v-btn
          >
          <v-btn
            v-if="session.may('layouts')"
            size="x-small"
            variant="text"
            :aria-label="t('fitting.dropNamed', { name: one.name })"
            @click="drop(one)"
            >×</v-btn
          >
        </span>
      </li>
    </ul>
    <FormDialog
      v-if="naming"
      :title="t('fitting.nameIt')"
      :form="naming"
      :labels="{ name: t('fitting.layoutName') }"
      @save="save"
      @close="naming = null"
    >
      <p class="figure">{{ layoutText(layout) }}</p>
      <v-text-field v-bind="naming.field('name')" v-focus :label="t('fitting.layoutName')" />
    </FormDialog>
  </div>
</template>

<style scoped>
.library {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--gap-1);
}
.library li {
  display: flex;
  justify-content: space-between;
  gap: var(--gap-2);
  align-items: center;
}
.library .row {
  flex: none;
  flex-wrap: nowrap;
}
</style>

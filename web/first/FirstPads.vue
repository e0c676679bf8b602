<script setup lang="ts">
import { padSchema } from '@sleetfall/contract'
import { v4 as newId } from 'uuid'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import { usePads } from '../supplies/store.ts'

/** Pads that most shops have, ticked rather than typed. */
const { t } = useI18n()
const [pads, notices] = [usePads(), useNotices()]
const usual = [360, 500, 1000, 2000, 3000, 4000]
const offered = computed(() =>
  usual.filter((grit) => !pads.items.some((pad) => pad.abrasive === 'pad' && pad.grit === grit)),
)
const ticked = ref<number[]>([500, 1000, 2000, 4000])
const wanted = computed(() => offered.value.filter((grit) => ticked.value.includes(grit)))
const put = () =>
  notices.attempt(async () => {
    const some = wanted.value
    for (const grit of some)
      await pads.create(
        padSchema.cast({ id: newId(), name: t('first.pads.name', { grit }), abrasive: 'pad', grit, lifeBalls: 6 }),
      )
    notices.done(t('first.pads.shelved', { n: some.length }))
  })
</script>

<template>
  <div class="stack">
    <p>{{ t('first.pads.why') }}</p>
    <p v-if="offered.length === 0">● {{ t('first.pads.all') }}</p>
    <template v-else>
      <div class="row">
        <v-checkbox
          v-for="grit in offered"
          :key="grit"
          v-model="ticked"
          :value="grit"
          :label="t('first.pads.name', { grit })"
          hide-details
        />
      </div>
      <div>
        <v-btn :disabled="wanted.length === 0" @click="put">{{ t('first.pads.put', { n: wanted.length }) }}</v-btn>
      </div>
    </template>
  </div>
</template>

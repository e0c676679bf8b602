<script setup lang="ts">
import { type Shop, shopSchema } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import ConflictTable from '../controls/ConflictTable.vue'
import { takeChosen, useForm } from '../controls/useForm.ts'
import { put } from '../http/client.ts'
import LanguageChoice from '../shop/LanguageChoice.vue'
import UnitsChoice from '../shop/UnitsChoice.vue'
import { useNotices } from '../shell/notices.ts'

/** What the shop is called, and in which units the member reads. */
const shop = defineModel<Shop>({ required: true })
const { t } = useI18n()
const notices = useNotices()
const { name, constants } = shop.value
const form = useForm(shopSchema, { name, constants })
function take(now: Shop) {
  form.goOn()
  form.derive({ name: now.name, constants: now.constants })
  shop.value = now
}
async function save(version = shop.value.version) {
  await form.submit(async (input) => {
    const saved = await put<Shop>('/shop', { ...input, version })
    take(saved)
    notices.done(t('first.shop.saved', { name: saved.name }))
  })
}
const keepMine = () => void save(takeChosen(form))
const takeTheirs = () => take(form.conflict.value!.current as unknown as Shop)
</script>

<template>
  <form class="stack" novalidate @submit.prevent="save()">
    <p>{{ t('first.shop.why') }}</p>
    <div class="row">
      <v-text-field v-bind="form.field('name')" class="name" :label="t('shop.name')" />
      <v-btn type="submit" :disabled="!form.changed.value" :loading="form.busy.value">{{ t('shell.save') }}</v-btn>
    </div>
    <ConflictTable
      v-if="form.conflict.value"
      :rows="form.conflict.value.rows"
      :labels="{ name: t('shop.name') }"
      @mine="keepMine"
      @theirs="takeTheirs"
      @back="form.goOn()"
    />
    <p v-if="form.failure.value" class="bad" role="alert">{{ form.failure.value }}</p>
    <LanguageChoice />
    <UnitsChoice />
  </form>
</template>

<style scoped>
.name {
  flex: 1 1 240px;
  max-width: 420px;
}
</style>

<script setup lang="ts">
import { type Shop, type ShopConstants, shopConstantRanges, shopDefaults, shopSchema } from '@sleetfall/contract'
import { styleEndNames } from '@sleetfall/core'
import { onMounted, ref, shallowRef } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import InTurn from '../controls/InTurn.vue'
import LoadState from '../controls/LoadState.vue'
import { takeChosen, useForm } from '../controls/useForm.ts'
import ConflictTable from '../controls/ConflictTable.vue'
import { get, put } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { plain } from '../controls/figures.ts'

/** Name of the shop and the starting values of its models; the owner's. */
const { t } = useI18n()
const session = useSession()
const balls = useBalls()
const notices = useNotices()
const shop = shallowRef<Shop | null>(null)
const error = ref<string | null>(null)
const form = useForm(shopSchema, { name: '', constants: {} })
form.claim('constants')
const isBorder = (name: keyof ShopConstants) => styleEndNames.some((one) => one === name)
const names = Object.keys(shopConstantRanges) as (keyof ShopConstants)[]
const groups = [
  { title: 'shop.constants', hint: 'shop.constantsHint', names: names.filter((name) => !isBorder(name)) },
  { title: 'shop.borders', hint: 'shop.bordersHint', names: names.filter(isBorder) },
]
const constants = () => form.values['constants'] as Record<string, unknown>

function take(now: Shop) {
  shop.value = now
  form.values['name'] = now.name
  form.values['constants'] = { ...now.constants }
}
async function load() {
  try {
    take(await get<Shop>('/shop'))
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)

async function save(version = shop.value?.version) {
  // An emptied field falls back to the built-in value.
  form.values['constants'] = Object.fromEntries(
    Object.entries(constants()).filter(([, value]) => value !== '' && value !== null),
  )
  await form.submit(async (input) => {
    take(await put<Shop>('/shop', { ...input, version }))
    balls.forgetRacks()
    notices.done(t('shop.saved'))
  })
}
const keepMine = () => void save(takeChosen(form))
const labels = {
  name: t('shop.name'),
  ...Object.fromEntries(
    Object.entries(shopConstantRanges).map(([name, [word]]) => [`constants.${name}`, t(`fields.${word}`)]),
  ),
}
function takeTheirs() {
  take(form.conflict.value!.current as unknown as Shop)
  form.conflict.value = null
}
</script>

<template>
  <section class="panel stack" :aria-label="t('shop.shop')">
    <h2>{{ t('shop.shop') }}</h2>
    <p v-if="!session.isOwner" class="soft">{{ t('shop.ownerOnly') }}</p>
    <LoadState :loaded="shop !== null" :error="error" @retry="load">
      <form class="stack" novalidate @submit.prevent="save()">
        <v-text-field v-bind="form.field('name')" :label="t('shop.name')" :readonly="!session.isOwner" />
        <template v-for="group in groups" :key="group.title">
          <h3>{{ t(group.title) }}</h3>
          <p class="soft small">{{ t(group.hint) }}</p>
          <div class="grid">
            <InTurn v-for="name in group.names" :key="name">
              <v-text-field
                :label="t(`fields.${shopConstantRanges[name][0]}`)"
                :model-value="constants()[name] as string"
                :hint="t('shop.builtIn', { value: plain(shopDefaults[name], 4) })"
                persistent-hint
                :readonly="!session.isOwner"
                inputmode="decimal"
                :error-messages="form.errors[`constants.${name}`] ?? ''"
                @update:model-value="constants()[name] = $event"
              />
            </InTurn>
          </div>
        </template>
        <ConflictTable
          v-if="form.conflict.value"
          :rows="form.conflict.value.rows"
          :labels="labels"
          @mine="keepMine"
          @theirs="takeTheirs"
          @back="form.conflict.value = null"
        />
        <p v-if="form.failure.value" class="bad" role="alert">{{ form.failure.value }}</p>
        <div v-if="session.isOwner">
          <v-btn type="submit" class="next-action" :loading="form.busy.value">{{ t('shell.save') }}</v-btn>
        </div>
      </form>
    </LoadState>
  </section>
</template>

<style scoped>
.grid {
  display: grid;
  align-items: start;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: var(--gap-3);
}
</style>

<script setup lang="ts">
import type { Customer, Page } from '@sleetfall/contract'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { get } from '../http/client.ts'
import { queryOf } from '../http/usePage.ts'
import { useCustomers } from './store.ts'

/** One customer, found by what is typed: the server looks, so that the shop may be large. */
const props = defineProps<{
  modelValue: string | null | undefined
  label: string
  errorMessages?: string
  /** Customers that cannot be chosen. */
  without?: readonly string[]
}>()
const emit = defineEmits<{ 'update:modelValue': [string | null] }>()
const customers = useCustomers()
const found = shallowRef<readonly Customer[]>([])
const typed = ref('')
const mostOffered = 50
const titleOf = ({ name, distinction }: Customer) => (distinction ? `${name}, ${distinction}` : name)
const chosen = computed(() => customers.byId.get(props.modelValue ?? ''))

async function look() {
  // What stands in the field already is not a search.
  const q = chosen.value && typed.value === titleOf(chosen.value) ? '' : typed.value
  const page = await get<Page<Customer>>(`/customers?${queryOf({ q, limit: mostOffered })}`).catch(() => null)
  if (!page) return
  customers.adopt(page.items)
  found.value = page.items
}
const lookSoon = useDebounceFn(look, 150)
void look()
watch(typed, lookSoon)
watch(
  () => props.modelValue,
  (id) => void customers.need(id),
  { immediate: true },
)
const items = computed(() => {
  const known = chosen.value && !found.value.some((one) => one.id === chosen.value!.id) ? [chosen.value] : []
  return [...known, ...found.value]
    .filter((one) => !props.without?.includes(one.id))
    .map((one) => ({ value: one.id, title: titleOf(one) }))
})
</script>

<template>
  <v-autocomplete
    v-model:search="typed"
    :label="label"
    :items="items"
    :model-value="chosen ? chosen.id : null"
    :error-messages="errorMessages ?? ''"
    no-filter
    @update:model-value="emit('update:modelValue', $event ?? null)"
  />
</template>

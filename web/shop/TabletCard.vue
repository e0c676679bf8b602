<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import LoadState from '../controls/LoadState.vue'
import { get } from '../http/client.ts'
import { errorText } from '../http/problem.ts'

/** Where other devices of the shop find it. */
const { t } = useI18n()
const addresses = ref<readonly { readonly address: string; readonly picture: string }[] | null>(null)
const error = ref<string | null>(null)
async function load() {
  try {
    const [answer, qr] = await Promise.all([get<{ addresses: readonly string[] }>('/shop/addresses'), import('qrcode')])
    addresses.value = await Promise.all(
      answer.addresses.map(async (address) => ({
        address,
        picture: await qr.toDataURL(address, { margin: 2, width: 180 }),
      })),
    )
    error.value = null
  } catch (problem) {
    error.value = errorText(problem)
  }
}
onMounted(load)
</script>

<template>
  <section class="panel stack" :aria-label="t('shop.tablets.title')">
    <h2>{{ t('shop.tablets.title') }}</h2>
    <LoadState :loaded="addresses !== null" :error="error" @retry="load">
      <p v-if="addresses?.length === 0" class="soft">{{ t('shop.tablets.onlyHere') }}</p>
      <template v-else>
        <p class="soft">{{ t('shop.tablets.scan') }}</p>
        <div class="row">
          <figure v-for="{ address, picture } in addresses" :key="address">
            <img :src="picture" :alt="t('shop.tablets.alt', { address })" width="180" height="180" />
            <figcaption class="figure">{{ address }}</figcaption>
          </figure>
        </div>
        <p v-if="addresses?.some(({ address }) => address.startsWith('http:'))" role="note">
          {{ t('shop.tablets.plain') }} {{ t('shop.tablets.notOffline') }}
        </p>
      </template>
    </LoadState>
  </section>
</template>

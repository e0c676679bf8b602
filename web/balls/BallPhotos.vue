<script setup lang="ts">
import {
  type Ball,
  type BallPhoto,
  type PhotoLook,
  type Problem,
  mostPhotoBytes,
  mostPhotos,
  photoLooks,
  photoTypes,
} from '@sleetfall/contract'
import { useFileDialog } from '@vueuse/core'
import { v4 as newId } from 'uuid'
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import ConfirmDialog from '../controls/ConfirmDialog.vue'
import { dayText } from '../controls/days.ts'
import { get, post, remove } from '../http/client.ts'
import { ApiError } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'
import PickRow from '../controls/PickRow.vue'
import { shrunk } from './photo.ts'

/** Photos of a ball: made small in the browser before they are sent. */
const props = defineProps<{ ball: Ball }>()
const { t } = useI18n()
const notices = useNotices()
const photos = shallowRef<readonly BallPhoto[]>([])
const busy = ref(false)
const dropping = ref<BallPhoto | null>(null)
watch(
  () => props.ball.id,
  async (id) => {
    photos.value = []
    const all = await get<BallPhoto[]>(`/balls/${id}/photos`).catch(() => [])
    if (props.ball.id === id) photos.value = all
  },
  { immediate: true },
)
/** Two photos beside each other, to judge lines and shine before and after: the first and the newest to begin with. */
const beside = ref(false)
const compared = ref<(string | undefined)[]>([])
watch(photos, (all) => (compared.value = [all[0]?.id, all.at(-1)?.id]))
const sides = computed(() => (photos.value.length > 1 ? ([0, 1] as const) : ([0] as const)))
const shownAt = (side: 0 | 1) => photos.value.find((photo) => photo.id === compared.value[side])
const source = (photo: BallPhoto) => `/api/balls/${props.ball.id}/photos/${photo.id}`
const words = (photo: BallPhoto) =>
  [
    t('balls.photos.of', { name: props.ball.name, when: dayText(photo.createdAt.slice(0, 10)) }),
    ...photo.looks.map((look) => t(`balls.photos.looks.${look}`)),
  ].join(', ')
/** What somebody sees on it, or does not see after all. */
async function see(photo: BallPhoto, look: string) {
  const seen = photo.looks.filter((one) => one !== look)
  const looks = seen.length < photo.looks.length ? seen : [...seen, look as PhotoLook]
  await notices.attempt(async () => {
    const both = [...compared.value]
    photos.value = await post<BallPhoto[]>(`/balls/${props.ball.id}/photos/${photo.id}/looks`, { looks })
    await nextTick()
    compared.value = both
  })
}
const lookItems = photoLooks.map((value) => ({ value, title: t(`balls.photos.looks.${value}`) }))

const { open, onChange } = useFileDialog({ accept: photoTypes.join(','), multiple: false, reset: true })
onChange(async (files) => {
  const file = files?.[0]
  if (!file) return
  busy.value = true
  await notices.attempt(async () => {
    const picture = await shrunk(file).catch(() => null)
    if (!picture || picture.size > mostPhotoBytes) throw new Error(t('balls.photos.bad'))
    const answer = await fetch(`/api/balls/${props.ball.id}/photos/${newId()}`, { method: 'PUT', body: picture })
    const body = (await answer.json()) as unknown
    if (!answer.ok) throw new ApiError(body as Problem)
    photos.value = body as BallPhoto[]
    notices.done(t('balls.photos.added'))
  })
  busy.value = false
})
async function drop() {
  const photo = dropping.value!
  dropping.value = null
  await notices.attempt(async () => {
    photos.value = await remove<BallPhoto[]>(`/balls/${props.ball.id}/photos/${photo.id}`)
  })
}
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h3>{{ t('balls.photos.title') }}</h3>
      <v-btn size="x-small" :loading="busy" :disabled="photos.length >= mostPhotos" @click="open()">{{
        t('balls.photos.add')
      }}</v-btn>
    </div>
    <ul class="photos">
      <li v-for="photo in photos" :key="photo.id">
        <a :href="source(photo)" target="_blank" rel="noopener"
          ><img :src="source(photo)" :alt="words(photo)" loading="lazy"
        /></a>
        <v-btn
          size="x-small"
          variant="text"
          :aria-label="t('balls.photos.drop', { what: words(photo) })"
          @click="dropping = photo"
          >×</v-btn
        >
      </li>
    </ul>
    <v-btn v-if="photos.length > 0" size="x-small" variant="text" :aria-expanded="beside" @click="beside = !beside">{{
      beside ? t('balls.photos.apart') : t(photos.length > 1 ? 'balls.photos.beside' : 'balls.photos.closer')
    }}</v-btn>
    <div v-if="beside" class="beside">
      <figure v-for="side in sides" :key="side">
        <v-select
          v-if="photos.length > 1"
          v-model="compared[side]"
          density="compact"
          :label="t(`balls.photos.side.${side === 0 ? 'left' : 'right'}`)"
          :items="photos.map((photo) => ({ value: photo.id, title: words(photo) }))"
        />
        <template v-if="shownAt(side)">
          <img :src="source(shownAt(side)!)" :alt="words(shownAt(side)!)" />
          <PickRow
            :label="t('balls.photos.seen')"
            :items="lookItems"
            :chosen="shownAt(side)!.looks"
            @choose="see(shownAt(side)!, $event)"
          />
        </template>
      </figure>
    </div>
    <ConfirmDialog
      v-if="dropping"
      :title="t('balls.photos.drop', { what: words(dropping) })"
      :text="t('balls.photos.dropWhy')"
      :action="t('balls.photos.dropYes')"
      @confirm="drop"
      @close="dropping = null"
    />
  </div>
</template>

<style scoped>
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1);
  list-style: none;
  padding: 0;
}
.beside {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-2);
}
.beside figure {
  margin: 0;
}
.beside img {
  width: 100%;
  height: auto;
}
img {
  width: 72px;
  height: 72px;
  object-fit: cover;
  border: 1px solid var(--line-strong);
}
</style>

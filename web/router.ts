import { createRouter, createWebHistory } from 'vue-router'
import { routes } from './routes.ts'

export const router = createRouter({
  history: createWebHistory(),
  routes,
})

router.afterEach((to) => {
  const name = String(to.meta['area'] ?? to.name ?? '')
  document.title = name ? `${name[0]?.toUpperCase()}${name.slice(1)} – Sleetfall` : 'Sleetfall'
})

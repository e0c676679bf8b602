import type { Pad, ShopRecipe } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { post, remove } from '../http/client.ts'
import { useCollection } from '../http/collection.ts'

export const usePads = defineStore('pads', () => {
  const pads = useCollection<Pad>('/pads')
  const openSpare = async (pad: Pad) =>
    pads.take(await post<Pad>(`/pads/${pad.id}/open-spare`, { version: pad.version }))
  async function discard(pad: Pad): Promise<void> {
    await remove(`/pads/${pad.id}`)
    await pads.load(true)
  }
  return { ...pads, openSpare, discard }
})

export const useShopRecipes = defineStore('recipes', () => {
  const recipes = useCollection<ShopRecipe>('/recipes')
  async function discard(recipe: ShopRecipe): Promise<void> {
    await remove(`/recipes/${recipe.id}`)
    await recipes.load(true)
  }
  return { ...recipes, discard }
})

import { nextTick } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'catalogue', component: () => import('@/views/catalogue/catalogue-view.vue') },
    {
      path: '/assets/:id(\\d+)',
      component: () => import('@/shell/asset-shell.vue'),
      children: [
        { path: '', redirect: (to) => `${to.path.replace(/\/$/, '')}/bring-in` },
        { path: 'bring-in', name: 'bring-in', component: () => import('@/views/bring-in/bring-in-view.vue') },
        { path: 'sort', name: 'sort', component: () => import('@/views/sort/sort-view.vue') },
        { path: 'recipe', name: 'recipe', component: () => import('@/views/recipe/recipe-view.vue') },
        { path: 'review', name: 'review', component: () => import('@/views/review/review-view.vue') },
        { path: 'bake', name: 'bake', component: () => import('@/views/bake/bake-view.vue') },
        { path: 'masks', name: 'masks', component: () => import('@/views/masks/masks-view.vue') },
        { path: 'hand-off', name: 'hand-off', component: () => import('@/views/hand-off/hand-off-view.vue') }
      ]
    },
    { path: '/guide', name: 'guide', component: () => import('@/guide/guide-view.vue') },
    { path: '/sign-in', name: 'sign-in', component: () => import('@/views/sign-in/sign-in-view.vue') },
    { path: '/people', name: 'people', component: () => import('@/views/people/people-view.vue') },
    { path: '/queue', name: 'queue', component: () => import('@/views/queue/queue-view.vue') },
    { path: '/space', name: 'space', component: () => import('@/views/space/space-view.vue') },
    { path: '/trash', name: 'trash', component: () => import('@/views/trash/trash-view.vue') },
    { path: '/many', name: 'many', component: () => import('@/views/many/many-view.vue') },
    { path: '/palettes/:id(\\d+)', name: 'palette', component: () => import('@/views/palette/palette-view.vue') },
    { path: '/:rest(.*)', name: 'lost', component: () => import('@/shell/lost-view.vue') }
  ]
})

/** Whoever reads by ear or by keys is taken along to the page that was opened; a first page begins at its beginning. */
router.afterEach((to, from) => {
  if (from.matched.length === 0 || to.path === from.path) return
  void nextTick(() => {
    const page = document.querySelector<HTMLElement>('main')
    if (!page) return
    page.tabIndex = -1
    page.focus({ preventScroll: true })
  })
})

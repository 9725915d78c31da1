import { createRouter } from 'sv-router'
import Frame from './frame/Frame.svelte'
import Nothing from './frame/Nothing.svelte'
import Home from './frame/Home.svelte'

export const { navigate, route } = createRouter({
  '/': Home,
  '/sign-in': () => import('./places/sign-in/SignIn.svelte'),
  '/invitation': () => import('./places/invitation/Invitation.svelte'),
  '/opening': () => import('./places/opening/Opening.svelte'),
  '/open-business': () => import('./places/opening/OpenBusiness.svelte'),
  '/my-access': {
    '/': () => import('./places/my-access/MyAccess.svelte'),
    '/sign-in': () => import('./places/my-access/MySignIn.svelte'),
    layout: Frame,
  },
  '/:business': {
    '/desk': () => import('./places/desk/Desk.svelte'),
    '/give': () => import('./places/give/Give.svelte'),
    '/review': () => import('./places/give/Review.svelte'),
    '/access': () => import('./places/access/Access.svelte'),
    '/bring-in': () => import('./places/access/BringIn.svelte'),
    '/assets/:asset': () => import('./places/asset/Asset.svelte'),
    '/people/:person': () => import('./places/person/Person.svelte'),
    '/history': () => import('./places/history/History.svelte'),
    layout: Frame,
  },
  '*': Nothing,
})

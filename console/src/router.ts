import { createRouter } from 'sv-router'
import Frame from './frame/Frame.svelte'
import Nothing from './frame/Nothing.svelte'
import Home from './frame/Home.svelte'

export const { navigate, route } = createRouter({
  '/': Home,
  '/sign-in': () => import('./places/sign-in/SignIn.svelte'),
  '/invitation': () => import('./places/invitation/Invitation.svelte'),
  '/new-password': () => import('./places/sign-in/NewPassword.svelte'),
  '/forgotten-password': () => import('./places/sign-in/Forgotten.svelte'),
  '/address': () => import('./places/sign-in/Address.svelte'),
  '/opening': () => import('./places/opening/Opening.svelte'),
  '/card/:number': () => import('./places/card/CallingCard.svelte'),
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
    '/lists': () => import('./places/lists/Lists.svelte'),
    '/groups': () => import('./places/groups/Groups.svelte'),
    '/ask': () => import('./places/ask/Ask.svelte'),
    '/proposals/:proposal': () => import('./places/proposal/Proposal.svelte'),
    '/money': () => import('./places/money/Money.svelte'),
    '/bring-in': () => import('./places/access/BringIn.svelte'),
    '/assets/:asset': () => import('./places/asset/Asset.svelte'),
    '/people/:person': () => import('./places/person/Person.svelte'),
    '/people/:person/as': () => import('./places/person/SeeAs.svelte'),
    '/people/:person/leaving': () => import('./places/person/Leaving.svelte'),
    '/families': () => import('./places/families/Families.svelte'),
    '/partners/:partner': () => import('./places/families/Partner.svelte'),
    '/tree': () => import('./places/tree/Tree.svelte'),
    '/manager-accounts/:asset': () => import('./places/tree/Manager.svelte'),
    '/link': () => import('./places/link/Link.svelte'),
    '/inbox': () => import('./places/families/Inbox.svelte'),
    '/card': () => import('./places/families/OwnCard.svelte'),
    '/in-trust': () => import('./places/families/InTrust.svelte'),
    '/history': () => import('./places/history/History.svelte'),
    layout: Frame,
  },
  '*': Nothing,
})

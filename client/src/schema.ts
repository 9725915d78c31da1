// Made from the service's OpenAPI description by "npm run client". Not edited by hand.
export interface paths {
    "/v1/sign-in": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Sign in with a password and, where one is set up, a code */
        post: operations["postSignIn"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/sign-out": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** End the sign-in that this request carries */
        post: operations["postSignOut"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Who is signed in, how, and for which businesses */
        get: operations["getMe"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/proof": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Prove again who you are; it holds for ten minutes */
        post: operations["postMeProof"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/second-proof": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Begin to set up a second step (TOTP, RFC 6238) */
        post: operations["postMeSecondProof"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/second-proof/confirmation": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Take the second step into use with its first code; recovery codes are told once */
        post: operations["postMeSecondProofConfirmation"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/sessions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Your sign-ins and tokens */
        get: operations["getMeSessions"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/tokens": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Make a token for scripts */
        post: operations["postMeTokens"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/sessions/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** End one of your sign-ins or tokens */
        delete: operations["deleteMeSessionsById"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/sign-in/passkey/challenge": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A challenge to sign in with a passkey (WebAuthn) */
        post: operations["postSignInPasskeyChallenge"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/sign-in/passkey": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Sign in with a passkey */
        post: operations["postSignInPasskey"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/passkeys": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Your passkeys */
        get: operations["getMePasskeys"];
        put?: never;
        /** Add the passkey that the browser made; recovery codes come with the first */
        post: operations["postMePasskeys"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/passkeys/challenge": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Begin to add a passkey */
        post: operations["postMePasskeysChallenge"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/passkeys/{passkey}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Remove a passkey */
        delete: operations["deleteMePasskeysByPasskey"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/proof/passkey/challenge": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A challenge to prove again who you are, with a passkey */
        post: operations["postMeProofPasskeyChallenge"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/proof/passkey": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Prove again who you are, with a passkey */
        post: operations["postMeProofPasskey"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/recovery-codes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Draw new recovery codes; they are told this once */
        post: operations["postMeRecoveryCodes"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/forgotten-passwords": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Ask for a link to choose a new password */
        post: operations["postForgottenPasswords"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/forgotten-passwords/choice": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Choose a new password with the link from the letter */
        post: operations["postForgottenPasswordsChoice"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/password": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Change your password */
        put: operations["putMePassword"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/addresses": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Your verified addresses */
        get: operations["getMeAddresses"];
        put?: never;
        /** Add an address: a letter goes there first */
        post: operations["postMeAddresses"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/addresses/confirmation": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Add the address whose letter was read */
        post: operations["postAddressesConfirmation"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/addresses/{address}/main": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Have letters sent to another of your addresses */
        put: operations["putMeAddressesByAddressMain"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/addresses/{address}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Remove one of your addresses */
        delete: operations["deleteMeAddressesByAddress"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/openings": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Ask to open a business: a letter with a link goes to the address */
        post: operations["postOpenings"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/openings/confirmation": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Open the business with the link from the letter and a password of one’s own; it signs in */
        post: operations["postOpeningsConfirmation"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/businesses": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Open one more business, and be its admin */
        post: operations["postMeBusinesses"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/own-business": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** The business of your own, for what is yours alone; opened under your name if you have none yet */
        put: operations["putMeOwnBusiness"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/profile": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Say what the business is to those it works for, and whom they write to */
        put: operations["putProfile"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A business you work for */
        get: operations["getBusinessesByBusiness"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/closure": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What closing the business would end, and what stands in its way; or since when it is closed */
        get: operations["getClosure"];
        /** Close the business: everything ends, it stays readable, and for 30 days an admin can open it again */
        put: operations["putClosure"];
        post?: never;
        /** Open it again */
        delete: operations["deleteClosure"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/people": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The business’s people */
        get: operations["getPeople"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/people/{person}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One of the business’s people, by id or e-mail address */
        get: operations["getPeopleByPerson"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/people/{person}/holdings": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What somebody holds of the business’s assets: one of its people, of a partner’s, or who is invited */
        get: operations["getPeopleByPersonHoldings"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/people/{person}/standing": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Give somebody a standing; somebody new is invited with it */
        put: operations["putPeopleByPersonStanding"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/people/{person}/pause": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Pause somebody; nothing is ended */
        put: operations["putPeopleByPersonPause"];
        post?: never;
        /** Lift the pause: all is as it was */
        delete: operations["deletePeopleByPersonPause"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/people/{person}/freeze": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Freeze somebody at once; nothing is ended */
        put: operations["putPeopleByPersonFreeze"];
        post?: never;
        /** Lift the freeze: all is as it was */
        delete: operations["deletePeopleByPersonFreeze"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/leave": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Leave a business: all it gave you ends, what you have elsewhere stays */
        post: operations["postLeave"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/admin-changes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What was done to admins within the last three days, and can be asked to be undone */
        get: operations["getAdminChanges"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/admin-changes/{change}/undoing": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Ask for it to be undone; a second admin decides */
        post: operations["postAdminChangesByChangeUndoing"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/admin-changes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What was done to you as an admin within the last three days */
        get: operations["getMeAdminChanges"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/admin-changes/{change}/undoing": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Ask for what was done to you to be undone; another admin decides */
        post: operations["postMeAdminChangesByChangeUndoing"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/most-admins": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Set how many admins are few enough; with more it is told on their desks */
        put: operations["putMostAdmins"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/approvals": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Choose whether it takes two admins for what is strongest */
        put: operations["putApprovals"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/understudy": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Who is the understudy, who was asked, and whether they step in */
        get: operations["getUnderstudy"];
        put?: never;
        /** Ask a member to be the understudy */
        post: operations["postUnderstudy"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/understudy/ending": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** End the understudy: by an admin, or by themself */
        post: operations["postUnderstudyEnding"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/understudy/stepping-in": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Step in, as the understudy: an admin after days without a no */
        post: operations["postUnderstudySteppingIn"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/understudy/no": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Say no to an understudy who steps in: by an admin or somebody in finance; or take it back */
        post: operations["postUnderstudyNo"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/people/{person}/leaving": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** All that somebody about to go holds, and what only they hold */
        get: operations["getPeopleByPersonLeaving"];
        put?: never;
        /** End all that somebody holds in one step, after their successors have taken over */
        post: operations["postPeopleByPersonLeaving"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/teams": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The business’s teams */
        get: operations["getTeams"];
        put?: never;
        /** Make a team */
        post: operations["postTeams"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/teams/{team}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One team: who is in it, what it reaches */
        get: operations["getTeamsByTeam"];
        put?: never;
        post?: never;
        /** Dissolve a team; what it holds ends */
        delete: operations["deleteTeamsByTeam"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/teams/{team}/members/{person}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Put a member into a team */
        put: operations["putTeamsByTeamMembersByPerson"];
        post?: never;
        /** Take somebody out of a team */
        delete: operations["deleteTeamsByTeamMembersByPerson"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/platforms": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The platforms assets can be brought in from */
        get: operations["getPlatforms"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/assets": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The business’s assets: all of them for admins and finance people, for members those they reach */
        get: operations["getAssets"];
        put?: never;
        /** Create an asset that is not there yet, on its platform and here */
        post: operations["postAssets"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/assets/{asset}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One asset */
        get: operations["getAssetsByAsset"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        /** Give an asset another name or handle (If-Match keeps two from overwriting one another) */
        patch: operations["patchAssetsByAsset"];
        trace?: never;
    };
    "/v1/businesses/{business}/assets/{asset}/holders": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Who reaches an asset, through what, since when and until when */
        get: operations["getAssetsByAssetHolders"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/kinds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The kinds of asset there are; a word of the trade finds its kind */
        get: operations["getKinds"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/kinds/{kind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One kind of asset: what each tier and each single right allows, sees, spends and does not hold */
        get: operations["getKindsByKind"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/assets/{asset}/siblings": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Who holds assets of the same kind and not this one, with the sentence that would change it */
        get: operations["getAssetsByAssetSiblings"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/assets/{asset}/archive": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Archive an asset: nobody reaches it, nothing is ended */
        put: operations["putAssetsByAssetArchive"];
        post?: never;
        /** Bring an archived asset back */
        delete: operations["deleteAssetsByAssetArchive"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/assets/{asset}/freeze": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Freeze an asset at once */
        put: operations["putAssetsByAssetFreeze"];
        post?: never;
        /** Lift the freeze: all is as it was */
        delete: operations["deleteAssetsByAssetFreeze"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/claims": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Begin to bring in an asset: its platform shows a code */
        post: operations["postClaims"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/claims/{claim}/confirmation": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Bring the asset in, with the code its platform shows */
        post: operations["postClaimsByClaimConfirmation"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/holdings": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What you may do, for all businesses */
        get: operations["getMeHoldings"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/bundles": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The business’s bundles, 200 at most; for members those with something in them that they reach */
        get: operations["getBundles"];
        put?: never;
        /** Make a bundle */
        post: operations["postBundles"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/bundles/{bundle}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One bundle and what is in it; for members what they reach of it */
        get: operations["getBundlesByBundle"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/bundles/{bundle}/assets/{asset}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Put an asset into a bundle by list */
        put: operations["putBundlesByBundleAssetsByAsset"];
        post?: never;
        /** Take an asset out of a bundle by list */
        delete: operations["deleteBundlesByBundleAssetsByAsset"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/assets/{asset}/ties/{other}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Say that two assets work together */
        put: operations["putAssetsByAssetTiesByOther"];
        post?: never;
        /** Untie two assets; what was given stays */
        delete: operations["deleteAssetsByAssetTiesByOther"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/purposes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What people can be let do */
        get: operations["getPurposes"];
        put?: never;
        /** Write a purpose of the business’s own */
        post: operations["postPurposes"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/purposes/{purpose}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Remove one of the business’s own purposes */
        delete: operations["deletePurposesByPurpose"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/readiness": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Whether somebody has all that a purpose takes, and what mends what is missing */
        get: operations["getReadiness"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/assets/{asset}/readiness": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Which of those who were given an asset have all that a purpose takes, with it */
        get: operations["getAssetsByAssetReadiness"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/sentences/preview": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What a sentence would do; nothing is sent or changed */
        post: operations["postSentencesPreview"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/sentences": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Say a sentence: give, change or end access */
        post: operations["postSentences"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/sentences/letters": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The letters that a sentence would send, word for word; nothing is sent or changed */
        post: operations["postSentencesLetters"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/proposals": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What the business sent, or what other businesses sent it, and what became of it */
        get: operations["getProposals"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/proposals/{proposal}/withdrawal": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Take a proposal back before it is answered */
        post: operations["postProposalsByProposalWithdrawal"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/proposals/{proposal}/reminder": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Send a proposal again, with a new link; its time begins anew */
        post: operations["postProposalsByProposalReminder"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/proposals/{proposal}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One proposal that the business sent or received, or that a member asks of it */
        get: operations["getProposalsByProposal"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/proposals/{proposal}/pass-on": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The link of an invitation, to pass on by other means where the letter was lost */
        post: operations["postProposalsByProposalPassOn"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/proposals/{proposal}/move": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Let an invitation go to the other address that was asked for, or not */
        post: operations["postProposalsByProposalMove"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/invitations/moving": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Ask for an invitation to come to an address of one’s own; the inviter confirms another one */
        post: operations["postInvitationsMoving"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/invitations/reading": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Read the invitation that a link from a letter leads to */
        post: operations["postInvitationsReading"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/invitations/acceptance": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Accept an invitation with its link, making a sign-in where there is none */
        post: operations["postInvitationsAcceptance"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/invitations/refusal": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Decline an invitation with its link */
        post: operations["postInvitationsRefusal"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/proposals": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What waits for your own answer */
        get: operations["getMeProposals"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/proposals/{proposal}/acceptance": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Accept what was sent to you */
        post: operations["postMeProposalsByProposalAcceptance"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/proposals/{proposal}/refusal": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Decline what was sent to you */
        post: operations["postMeProposalsByProposalRefusal"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/proposals/{proposal}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One proposal that was sent to you */
        get: operations["getMeProposalsByProposal"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/proposals/{proposal}/acceptance": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Grant what is asked of the business, or accept what is offered to it; or less of it */
        post: operations["postProposalsByProposalAcceptance"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/proposals/{proposal}/refusal": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Decline what is asked of the business or offered to it */
        post: operations["postProposalsByProposalRefusal"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/proposals/{proposal}/things": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What another business or a colleague asks for, thing by thing, as it is found here */
        get: operations["getProposalsByProposalThings"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/asks": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Ask for access, in the own business or of another one, with a reason; it goes to all who can give it */
        post: operations["postAsks"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/links/preview": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What “link …” or “unlink …” would do; nothing is sent or changed */
        post: operations["postLinksPreview"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/links": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Link accounts under a manager account, change a link, or unlink */
        post: operations["postLinks"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/links/checks": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What each of several pasted account numbers is, or what is wrong with it, before anything is sent */
        post: operations["postLinksChecks"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/tree": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Manager accounts and what hangs under them, as far as the business sees it */
        get: operations["getTree"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/manager-accounts/{asset}/accounts": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The ad accounts under a manager account side by side, with the figures of the last days */
        get: operations["getManagerAccountsByAssetAccounts"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/manager-accounts/{asset}/accounts/{account}/label": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** What the manager’s side calls an account; null takes the name away */
        put: operations["putManagerAccountsByAssetAccountsByAccountLabel"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/manager-accounts/{asset}/accounts/{account}/freeze": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Freeze a link: nobody reaches the account through it, and nothing is ended */
        put: operations["putManagerAccountsByAssetAccountsByAccountFreeze"];
        post?: never;
        /** Lift the freeze of a link */
        delete: operations["deleteManagerAccountsByAssetAccountsByAccountFreeze"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/means": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What the business pays with: what it is charged for, and until when it is good */
        get: operations["getMeans"];
        put?: never;
        /** Put on record what was registered on the platform */
        post: operations["postMeans"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/means/openings": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Begin to add a means of payment: where on its platform it is registered */
        post: operations["postMeansOpenings"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/means/{means}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Take a means of payment off the record that pays for nothing */
        delete: operations["deleteMeansByMeans"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/billing/preview": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What “billing …” would do; nothing is sent or changed */
        post: operations["postBillingPreview"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/billing": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Have somebody else pay for an ad account, or pay with something else */
        post: operations["postBilling"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/assets/{asset}/billing": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Who pays for an ad account now, and what is agreed for a day to come */
        get: operations["getAssetsByAssetBilling"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/assets/{asset}/billing/planned": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Call off a change of who pays that is still to come: who pays goes on paying */
        delete: operations["deleteAssetsByAssetBillingPlanned"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/handovers/preview": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What “hand over …” would do, line by line; nothing is sent */
        post: operations["postHandoversPreview"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/handovers": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The handovers that the business agreed to, the newest first */
        get: operations["getHandovers"];
        put?: never;
        /** Propose to another business that it owns some of your assets */
        post: operations["postHandovers"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/handovers/{handover}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The account of a handover: what stays and what falls, the same for both sides */
        get: operations["getHandoversByHandover"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/handovers/{handover}/stop": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Stop a handover while it cools off: nothing has changed */
        post: operations["postHandoversByHandoverStop"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/handovers/{handover}/signing": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Agree to it as it stands now, where somebody could do more than both signed; it takes both sides */
        post: operations["postHandoversByHandoverSigning"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/cooling": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** How many hours handovers of the business cool off; the longer of both sides counts */
        put: operations["putCooling"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/contests": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What is contested of the business, and what it contests, the newest first */
        get: operations["getContests"];
        put?: never;
        /** Contest who owns what you proved control of, by a claim whose code was right */
        post: operations["postContests"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/contests/{contest}/no": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Say no to it, as its owner; or take it back */
        post: operations["postContestsByContestNo"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/contests/{contest}/agreement": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Agree, as its owner, that it goes over */
        post: operations["postContestsByContestAgreement"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/money": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Ad accounts with who pays, with what, who can spend and what was spent, for who sees the bills */
        get: operations["getMoney"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/look-ups": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Find a business by its number, before anything is sent to it; limited, and leaves a trace */
        post: operations["postLookUps"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/business-invitations": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Invite somebody at another firm to open its business, by a letter; nothing is given by it */
        post: operations["postBusinessInvitations"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/partners": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The businesses one gives to, gets from, asks or is asked by */
        get: operations["getPartners"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/partners/{partner}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A partner: what was given either way, what for, and who dealt with it */
        get: operations["getPartnersByPartner"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/partners/{partner}/people": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A partner’s people who reach one’s assets: name, address, level, since when, last used */
        get: operations["getPartnersByPartnerPeople"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/partners/{partner}/readiness": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Whether what goes between two businesses is enough for a purpose, and what mends it */
        get: operations["getPartnersByPartnerReadiness"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/partners/{partner}/freeze": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Stop all that goes between two businesses, ending nothing */
        put: operations["putPartnersByPartnerFreeze"];
        post?: never;
        /** Lift one’s own freeze */
        delete: operations["deletePartnersByPartnerFreeze"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/partners/{partner}/people/{person}/freeze": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Stop one of a partner’s people on all one’s assets */
        put: operations["putPartnersByPartnerPeopleByPersonFreeze"];
        post?: never;
        /** Let them go on */
        delete: operations["deletePartnersByPartnerPeopleByPersonFreeze"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/held": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What the business holds from others, with the ceiling for its people on each */
        get: operations["getHeld"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/offers-at-once": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Choose whether what partners offer takes effect without approval */
        put: operations["putOffersAtOnce"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/card": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The own calling card */
        get: operations["getCard"];
        /** Publish a calling card: the number, and the purposes that clients are asked for */
        put: operations["putCard"];
        post?: never;
        /** Take the calling card back: its link leads nowhere then */
        delete: operations["deleteCard"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/cards/{number}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A published calling card */
        get: operations["getCardsByNumber"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/cards/{number}/vcard": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The same as a vCard 4.0 (RFC 6350) */
        get: operations["getCardsByNumberVcard"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/in-trust": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Open a business for a client who has no account yet, and run it until they take it over */
        post: operations["postInTrust"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/chair": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Invite the client to take over a business that is held in trust */
        post: operations["postChair"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/grid": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Who reaches what: people, teams, partners, their people and invited ones down, assets across */
        get: operations["getGrid"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/grid/counts": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** How many people each filter of the grid finds */
        get: operations["getGridCounts"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/search": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What is called so, of what you may see there: six of each sort at most, the nearest first */
        get: operations["getSearch"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/decisions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** May somebody do something with an asset, and why or why not */
        post: operations["postDecisions"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/access/v1/evaluation": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A platform’s question (OpenID AuthZEN 1.0) */
        post: operations["postAccessV1Evaluation"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/access/v1/evaluations": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Several of a platform’s questions at once (OpenID AuthZEN 1.0) */
        post: operations["postAccessV1Evaluations"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/.well-known/authzen-configuration": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Where decisions are asked for (OpenID AuthZEN 1.0) */
        get: operations["getWellKnownAuthzenConfiguration"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/history": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What happened, newest first */
        get: operations["getHistory"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/history/verification": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Read the whole chain and prove that nothing in it is missing or changed */
        get: operations["getHistoryVerification"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/desk": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What waits for somebody, runs out or is unfinished */
        get: operations["getDesk"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/businesses/{business}/desk/left-as-is": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Say that what is not enough for its purpose is meant so, or that it is to be told again */
        put: operations["putDeskLeftAsIs"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/reminders": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Whether reminders come by letter */
        get: operations["getMeReminders"];
        /** Say whether reminders come by letter; what waits stands on the desk all the same */
        put: operations["putMeReminders"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/v1/me/changes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A stream of server-sent events: `changed`, with the numbers of those of your businesses in which something changed; what it is, ask for */
        get: operations["getMeChanges"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export type webhooks = Record<string, never>;
export interface components {
    schemas: {
        Problem: {
            type: string;
            title: string;
            status: number;
            /** @enum {string} */
            code: "access.not-yours-to-give" | "action.not-alone" | "action.unknown" | "address.invalid" | "address.taken" | "ask.not-yet" | "ask.would-lower" | "asset.ambiguous" | "asset.archived" | "asset.unknown" | "billing.cannot-answer" | "billing.changing" | "billing.holder-needed" | "billing.none" | "billing.not-paid" | "billing.not-yours" | "billing.third" | "bundle.by-rule" | "bundle.unknown" | "business.busy" | "business.closed" | "business.own-number" | "business.known" | "business.last-admin" | "business.unknown" | "card.unknown" | "chair.not-in-trust" | "claim.held-elsewhere" | "claim.lapsed" | "claim.not-on-platform" | "claim.unknown" | "claim.wrong-code" | "contest.free" | "contest.none" | "contest.over" | "contest.refused" | "contest.too-many" | "contest.under-way" | "contest.unproven" | "date.order" | "date.past" | "grant.above-ceiling" | "grant.above-own-level" | "grant.beyond-own-end" | "grant.held-above" | "grant.own" | "grant.unknown" | "desk.nothing" | "handle.invalid" | "handle.taken" | "grant.may-not-pass-on" | "handover.as-signed" | "handover.contested" | "handover.frozen" | "handover.in-trust" | "handover.none" | "handover.nothing" | "handover.payer" | "handover.reason" | "handover.receiver" | "handover.torn" | "handover.under-way" | "holder.not-yet" | "kind.cannot-be-asked-for" | "kind.not-there" | "kind.unknown" | "key.reused" | "leaving.successor-needed" | "leaving.successor-cannot" | "link.has-it" | "link.lapsed" | "link.loop" | "link.mark-taken" | "link.none" | "link.not-linkable" | "link.not-yours" | "link.replaced" | "link.too-deep" | "link.under-itself" | "link.unknown" | "number.malformed" | "number.wrong-check" | "number.wrong-kind" | "offer.question-open" | "means.elsewhere" | "means.in-use" | "means.needed" | "means.not-yet" | "means.refused" | "means.run-out" | "means.unknown" | "opening.lapsed" | "partner.unknown" | "passkey.unknown" | "password.common" | "person.known" | "person.unknown" | "platform.away" | "platform.unknown" | "sign-in.unattended" | "proof.second-step" | "admin.asked" | "admin.reason" | "admin.two-approvals" | "admin.change-unknown" | "admin.too-late" | "token.beyond" | "proof.needed" | "proof.wrong" | "proposal.answered" | "proposal.more-than-asked" | "proposal.lapsed" | "proposal.own" | "proposal.unknown" | "proposal.void" | "proposal.wrong-person" | "purpose.nothing-for-it" | "purpose.taken" | "purpose.unknown" | "request.invalid" | "request.too-large" | "request.too-many" | "resource.unknown" | "sentence.doubtful" | "sentence.unreadable" | "service.busy" | "service.database-away" | "service.fault" | "sign-in.needed" | "sign-in.wrong" | "standing.not-enough" | "team.unknown" | "text.secret" | "tie.unfitting" | "understudy.admin" | "understudy.asked" | "understudy.nobody-steps-in" | "understudy.none" | "understudy.not-you" | "understudy.refused" | "version.stale";
            detail: string;
            /** @description JSON Pointer to the field at fault. */
            pointer?: string;
            /** @description The nearest known name. */
            nearest?: string | null;
            span?: {
                start: number;
                end: number;
            };
        } & {
            [key: string]: unknown;
        };
        Me: {
            person: {
                id: string;
                name: string;
                address: string;
                secondProof: boolean;
                codeSetUp: boolean;
                passkeys: number;
                /** @description How many are left. */
                recoveryCodes: number;
            };
            session: {
                id: string;
                kind: string;
                unattended: boolean;
                /** Format: date-time */
                provenAt: string | null;
                provenBy: string | null;
                /** Format: date-time */
                freshUntil: string | null;
            };
            businesses: {
                number: string;
                name: string;
                town: string;
                zone: string;
                cloth: string;
                standing: string;
                /** @description Whether you may give access on any of its assets. */
                canGive: boolean;
                /** Format: date-time */
                since: string;
                /**
                 * Format: date-time
                 * @description Since when it is closed; it is read only then.
                 */
                closed: string | null;
            }[];
        };
        Business: {
            number: string;
            name: string;
            town: string;
            zone: string;
            cloth: string;
            /** Format: date-time */
            openedAt: string;
            /** @description Your own standing there. */
            standing: string;
            /** @description Whether what is strongest waits for the approval of a second admin. */
            twoApprovals: boolean;
            /** @description More admins than that are told on the desk. */
            mostAdmins: number;
            /**
             * @description What it is to the businesses it works for.
             * @enum {string|null}
             */
            worksAs: "agency" | "consultant" | "measurement" | "studio" | "sister company" | null;
            contact: {
                name: string;
                address: string;
                telephone: string | null;
            } | null;
            /** @description Whether what partners offer takes effect without approval. */
            offersAtOnce: boolean;
            /** @description Who holds it in trust, by name, until its owner takes it over. */
            trustee: string | null;
            admins: {
                id: string;
                name: string;
                address: string;
            }[];
        };
        Closing: {
            people: number;
            assets: number;
            /** @description Businesses that it gave something to or holds something of. */
            partners: number;
            /** @description What waits for an answer, and would hold no longer. */
            proposals: number;
            /** @description What has to be settled before it can be closed, as sentences. */
            inTheWay: string[];
            closed: {
                /** Format: date-time */
                at: string;
                by: string;
                /**
                 * Format: date-time
                 * @description Null once it stays closed.
                 */
                reopensUntil: string | null;
            } | null;
        };
        Person: {
            id: string;
            name: string;
            address: string;
            standing: string;
            /** Format: date-time */
            since: string;
            invitedBy: string | null;
            /** @description Null for who is not to know. */
            secondProof: boolean | null;
            paused: boolean;
            frozen: boolean;
            teams: {
                handle: string;
                name: string;
            }[];
            /** @description Assets they hold a grant of their own on. */
            assets: number;
        };
        Holding: {
            asset: {
                number: string;
                /** @enum {string} */
                kind: "ad-account" | "manager-account" | "page" | "channel" | "profile" | "tag" | "catalog" | "analytics-account" | "property" | "mailing-account" | "assistant";
                noun: string;
                handle: string;
                name: string;
                platform: string;
                address: string;
            };
            business: {
                number: string;
                name: string;
            };
            tier: string | null;
            /** @description Actions given by name, beyond the tier. */
            named: string[];
            level: string;
            may: string;
            sees: ("spend" | "revenue" | "contacts")[];
            hidden: ("spend" | "revenue" | "contacts")[];
            canSpend: boolean;
            /** @description Each path as a sentence. */
            through: string[];
            /** @description The same in short. */
            by: string;
            /** @enum {string} */
            state: "in force" | "waiting" | "not begun" | "stopped";
            /** @description Why it does not count now, as after “because”; null where it does. */
            why: string | null;
            /** Format: date-time */
            until: string | null;
            /** Format: date-time */
            lastUsed: string | null;
            /** @description What it was given for. */
            purpose: string | null;
            /** @description The sentence that says their own grant as it stands. */
            said: string | null;
        };
        AdminChange: {
            id: string;
            business: {
                number: string;
                name: string;
            };
            /** @description Who did what: `Ruben Achterberg made Bea Fontaine an admin`. */
            said: string;
            reason: string;
            /** Format: date-time */
            at: string;
            /**
             * Format: date-time
             * @description Until when it can be asked to be undone.
             */
            until: string;
            /** @description The request to undo it that waits for an answer. */
            proposal: string | null;
            canAsk: boolean;
        };
        /** @description The understudy who steps in now, for those who can say no, and for them. */
        SteppingIn: {
            name: string;
            reason: string;
            /** Format: date-time */
            began: string;
            /**
             * Format: date-time
             * @description From when on they are an admin, unless somebody says no.
             */
            becomes: string;
            /** @description When those who can say no are told. */
            tellings: {
                /** Format: date-time */
                at: string;
                isOut: boolean;
            }[];
            /** @description Who can say no. */
            told: {
                name: string;
                address: string;
                standing: string;
            }[];
            /** @description Whether who reads it can. */
            canSayNo: boolean;
        };
        Understudy: {
            understudy: {
                name: string;
                address: string;
                isYou: boolean;
                namedBy: string;
                /** Format: date-time */
                since: string;
                days: number;
                /**
                 * Format: date-time
                 * @description After a no: from when on they can step in again.
                 */
                stepsInFrom: string | null;
            } | null;
            asked: {
                proposal: string;
                name: string;
                /** Format: date-time */
                sentAt: string;
                /** Format: date-time */
                lapsesAt: string;
            } | null;
            steppingIn: components["schemas"]["SteppingIn"] | null;
        };
        Leaving: {
            person: {
                id: string;
                name: string;
                address: string;
                standing: string;
            };
            holds: {
                asset: string;
                text: string;
                level: string;
                through: string;
            }[];
            teams: string[];
            onlyTheirs: {
                /** @enum {string} */
                kind: "last admin" | "billing holder" | "sole steward" | "sole holder" | "open proposal";
                about: string;
                key: string;
                must: boolean;
            }[];
            sessions: number;
            tokens: number;
        };
        Team: {
            handle: string;
            name: string;
            members: {
                id: string;
                name: string;
                address: string;
            }[];
            reaches: {
                text: string;
                name: string;
                may: string;
                grant: string;
            }[];
        };
        Asset: {
            number: string;
            /** @enum {string} */
            kind: "ad-account" | "manager-account" | "page" | "channel" | "profile" | "tag" | "catalog" | "analytics-account" | "property" | "mailing-account" | "assistant";
            noun: string;
            handle: string;
            name: string;
            platform: string;
            platformName: string;
            ref: string;
            /** @description Where it is met on its platform. */
            address: string;
            /** @description Who pays and, for their own people, with what; null where nothing is paid for. */
            paidBy: string | null;
            /** Format: date-time */
            broughtInAt: string;
            archived: boolean;
            frozen: boolean;
            /** @description The asset that holds it. */
            inside: {
                number: string;
                text: string;
                name: string;
                noun: string;
            } | null;
            holds: {
                number: string;
                text: string;
                name: string;
                noun: string;
            }[];
            /** @description The assets it works together with. */
            ties: {
                number: string;
                text: string;
                name: string;
                noun: string;
            }[];
            bundles: {
                handle: string;
                name: string;
            }[];
            version: number;
            /** @description Whether you may give and take access here. */
            canGiveAccess: boolean;
            /** @description Who can give access, and why each. */
            giveAccess: {
                id: string;
                name: string;
                address: string;
                /** @enum {string} */
                as: "admin" | "steward";
                why: string;
            }[];
            /** @description What you may do there yourself; null where you reach it in no way. */
            yours: {
                tier: string | null;
                named: string[];
                level: string;
                hidden: ("spend" | "revenue" | "contacts")[];
                /** @description Why it does not count now. */
                why: string | null;
                /** @description Through what, in short. */
                by: string;
            } | null;
        };
        Holder: {
            person: {
                id: string | null;
                name: string;
                address: string;
            };
            /** @enum {string} */
            state: "in force" | "waiting" | "not begun" | "stopped";
            /** @description Why it does not count now, as after “because”; null where it does. */
            why: string | null;
            tier: string | null;
            /** @description Actions given by name, beyond the tier. */
            named: string[];
            level: string;
            through: string;
            /** @description The partner whose people they are, where they reach it through one. */
            partner: {
                number: string;
                name: string;
            } | null;
            sees: ("spend" | "revenue" | "contacts")[];
            hidden: ("spend" | "revenue" | "contacts")[];
            /** @description Null for a partner’s people, of whom it is not told. */
            secondProof: boolean | null;
            invitedBy: string | null;
            /** Format: date-time */
            since: string | null;
            /** Format: date-time */
            lastUsed: string | null;
            /** Format: date-time */
            until: string | null;
            proposal: string | null;
            grant: string | null;
            /** @description The sentence that says the grant as it stands. */
            said: string | null;
        };
        KindCompared: {
            /** @enum {string} */
            kind: "ad-account" | "manager-account" | "page" | "channel" | "profile" | "tag" | "catalog" | "analytics-account" | "property" | "mailing-account" | "assistant";
            noun: string;
            tiers: {
                /** @enum {string} */
                tier: "watch" | "draft" | "run" | "steward";
                means: string;
                may: string;
                mayNot: string;
                sees: ("spend" | "revenue" | "contacts")[];
                hidden: ("spend" | "revenue" | "contacts")[];
                canSpend: boolean;
                canGiveAccess: boolean;
            }[];
            topics: {
                /** @description What its actions are about. */
                topic: string;
                actions: {
                    action: string;
                    words: string;
                    /** @description The tiers that hold it. */
                    tiers: ("watch" | "draft" | "run" | "steward")[];
                    /** @description Whether it can be given by name, without a tier. */
                    alone: boolean;
                }[];
            }[];
        };
        Bundle: {
            handle: string;
            name: string;
            rule: string | null;
            assets: {
                number: string;
                text: string;
                name: string;
                noun: string;
            }[];
        };
        Purpose: {
            name: string;
            /** @description Whether the business wrote it itself. */
            own: boolean;
            needs: {
                /** @enum {string} */
                kind: "ad-account" | "manager-account" | "page" | "channel" | "profile" | "tag" | "catalog" | "analytics-account" | "property" | "mailing-account" | "assistant";
                /** @enum {string|null} */
                tier: "watch" | "draft" | "run" | "steward" | null;
                actions: ("access.change" | "access.see" | "ads.attach" | "ads.draft" | "ads.pause" | "ads.publish" | "ads.see" | "analysis.make" | "analysis.share" | "asset.archive" | "asset.hand-over" | "audience.change" | "audience.draft" | "billing.change" | "billing.see" | "budget.change" | "caption.edit" | "catalog.use" | "comment.moderate" | "configuration.change" | "contacts.download" | "contacts.import" | "conversation.answer" | "conversation.see" | "data.delete" | "event.change" | "event.see" | "event.test" | "flow.draft" | "flow.publish" | "insight.see" | "item.change" | "item.draft" | "item.see" | "leads.collect" | "link.change" | "live.start" | "mailing.draft" | "mailing.send" | "message.answer" | "page.connect" | "post.delete" | "post.draft" | "post.publish" | "post.see" | "report.see" | "settings.change" | "tag.use" | "template.change" | "token.issue" | "video.delete" | "video.edit" | "video.publish" | "video.see" | "video.upload")[];
                must: boolean;
            }[];
            /** @description What it takes, in words. */
            takes: string;
        };
        Readiness: {
            who: {
                name: string;
                text: string;
            };
            /** @description Whose assets it is about, where they are another business’s. */
            at: {
                number: string;
                name: string;
            } | null;
            purpose: string;
            ready: boolean;
            met: number;
            of: number;
            requirements: {
                takes: string;
                /** @description The kind of asset it is about. */
                noun: string;
                must: boolean;
                asset: {
                    number: string;
                    name: string;
                    text: string;
                    kind: string;
                    handle: string;
                    noun: string;
                } | null;
                /** @enum {string} */
                state: "met" | "partly" | "not begun" | "waiting" | "missing";
                through: string[];
                /** @description The actions that are missing. */
                missing: string[];
                /** @description The sentence that mends it. */
                sentence: string | null;
                remedy: string | null;
                tie: {
                    one: string;
                    other: string;
                } | null;
            }[];
            whoCanMend: string[];
        };
        Preview: {
            sentence: string;
            /** @enum {string} */
            verb: "let" | "end";
            summary: string;
            who: {
                address: string | null;
                text: string;
                name: string;
                /** @enum {string} */
                state: "member" | "invited" | "new" | "team" | "partner";
            }[];
            /**
             * @description What somebody who is invited joins as, as it stands.
             * @enum {string|null}
             */
            standing: "member" | "finance" | "admin" | null;
            assets: {
                number: string;
                kind: string;
                noun: string;
                handle: string;
                name: string;
                given: string;
                tier: string | null;
                /** @description The actions given by name, beside the tier. */
                actions: string[];
                may: string;
                mayNot: string;
                sees: ("spend" | "revenue" | "contacts")[];
                hidden: ("spend" | "revenue" | "contacts")[];
                money: string | null;
                from: string | null;
                until: {
                    /** Format: date-time */
                    at: string;
                    words: string;
                } | null;
            }[];
            changes: string[];
            purpose: {
                name: string;
                enough: boolean;
                requirements: {
                    takes: string;
                    /** @description The kind of asset it is about. */
                    noun: string;
                    must: boolean;
                    asset: {
                        number: string;
                        name: string;
                        text: string;
                        kind: string;
                        handle: string;
                        noun: string;
                    } | null;
                    /** @enum {string} */
                    state: "met" | "partly" | "not begun" | "waiting" | "missing";
                    through: string[];
                    /** @description The actions that are missing. */
                    missing: string[];
                    /** @description The sentence that mends it. */
                    sentence: string | null;
                    remedy: string | null;
                    tie: {
                        one: string;
                        other: string;
                    } | null;
                    given: boolean;
                }[];
            } | null;
            /** @description Where no purpose was said: what it begins, and alone is not enough for. */
            unfinished: {
                purpose: string;
                words: string;
                /** @description The sentence that gives what is missing too. */
                finished: string | null;
            } | null;
            /** @description What is asked about whom it goes to: it is sent when said as `sure`. */
            doubts: {
                address: string;
                asks: string;
                /** @description The sentence that was probably meant. */
                instead: string | null;
            }[];
            /** @description What it allows beyond the purpose. */
            surplus: string[];
            /** @description The sentence that gives exactly what the purpose takes. */
            least: string | null;
            seats: {
                before: number;
                after: number;
                included: number;
                words: string;
            } | null;
            staysOpenUntil: string | null;
            takesProof: boolean;
            /** @description Whether why has to be said, as a note: all admins are told. */
            takesReason: boolean;
            /** @description Whether why is asked, as a note, and may be left out: somebody can give access by it. */
            asksReason: boolean;
            proofIsFresh: boolean;
            mails: {
                to: string;
                about: string;
            }[];
            alsoCanGive: string[];
            notes: string[];
        };
        Said: {
            sentence: string;
            result: string;
            /** @enum {string} */
            outcome: "given" | "changed" | "same" | "invited" | "invitation changed" | "offered" | "ended";
            grants: string[];
            proposal: string | null;
        };
        LettersToBe: {
            items: {
                to: string;
                subject: string;
                /** @description The whole of a subject that was cut; the letter begins with it. */
                headline: string | null;
                body: string[];
                note: {
                    text: string;
                    from: string;
                } | null;
                facts: {
                    term: string;
                    answer: string;
                }[];
                /** @description What its one button is called; its link is made when it leaves. */
                button: string | null;
                /** @description What to do when it was not expected. */
                unexpected: string | null;
            }[];
        };
        Proposal: {
            id: string;
            kind: string;
            /** @description What its kind is called. */
            noun: string;
            heading: string;
            /** @description One sentence of who wants what from whom, for who reads it. */
            outset: string;
            /** @description The names in it, to be set strong. */
            names: string[];
            /** @enum {string} */
            answeredBy: "address" | "business" | "colleagues";
            /** @description What accepting it is called, and accepting less; null where there is no less. */
            yes: {
                whole: string;
                less: {
                    begin: string;
                    send: string;
                } | null;
            };
            /** @description What its yes answers separately (`mayGiveAccess`), and no unless said. */
            question: {
                asks: string;
                hint: string;
            } | null;
            /** @description Where its yes changes who pays: who would, the platform on which who says yes chooses a means of payment (`means`), and whether that can stay as it is (`payerStays`). */
            paying: {
                by: string;
                takesMeansOn: string | null;
                canStay: boolean;
            } | null;
            canBeSentAgain: boolean;
            canBePassedOn: boolean;
            /** @description What a yes brings along beside what it allows. */
            afterwards: string | null;
            /** @description What there is to know before a yes, where one is read by itself. */
            beforehand: {
                head: string;
                items: string[];
            }[];
            /** @enum {string} */
            state: "open" | "accepted" | "declined" | "withdrawn" | "lapsed" | "void" | "cooling" | "completed" | "stopped";
            business: {
                number: string;
                name: string;
                town: string;
                cloth: string;
                zone: string;
                /** Format: date-time */
                since: string;
                /**
                 * @description What it is to the businesses it works for.
                 * @enum {string|null}
                 */
                worksAs: "agency" | "consultant" | "measurement" | "studio" | "sister company" | null;
                contact: {
                    name: string;
                    address: string;
                    telephone: string | null;
                } | null;
            };
            /** @description The business it goes to, where it goes to one. */
            partner: {
                number: string;
                name: string;
                town: string;
                cloth: string;
                zone: string;
                /** Format: date-time */
                since: string;
                /**
                 * @description What it is to the businesses it works for.
                 * @enum {string|null}
                 */
                worksAs: "agency" | "consultant" | "measurement" | "studio" | "sister company" | null;
                contact: {
                    name: string;
                    address: string;
                    telephone: string | null;
                } | null;
            } | null;
            to: string | null;
            standing: string;
            by: {
                id: string;
                name: string;
                address: string;
            };
            note: string | null;
            said: string;
            assets: {
                number: string;
                kind: string;
                noun: string;
                handle: string;
                name: string;
                given: string;
                tier: string | null;
                /** @description The actions given by name, beside the tier. */
                actions: string[];
                may: string;
                mayNot: string;
                sees: ("spend" | "revenue" | "contacts")[];
                hidden: ("spend" | "revenue" | "contacts")[];
                money: string | null;
                /** Format: date-time */
                from: string | null;
                /** Format: date-time */
                until: string | null;
                hiding: string[];
                bundle: string | null;
            }[];
            purpose: string | null;
            /** @description What was accepted or granted, where it is less. */
            granted: string | null;
            contact: string | null;
            mayPassOn: boolean;
            takesChair: boolean;
            /** @description Who can answer it while it is open, told to who sent it where one is read by itself. */
            waitsFor: string | null;
            /** @description That its letter came back, and what to do, told to who sent it where one is read by itself. */
            cameBack: string | null;
            /** @description Another address somebody wants to answer from. */
            moveTo: string | null;
            /** Format: date-time */
            openedAt: string;
            /** Format: date-time */
            sentAt: string;
            /** Format: date-time */
            lapsesAt: string;
            /** Format: date-time */
            answeredAt: string | null;
            reason: string | null;
        };
        AskedThings: {
            things: {
                text: string;
                name: string | null;
                /** @enum {string} */
                state: "here" | "missing" | "to offer";
                remedy: string | null;
                must: boolean;
            }[];
            grantable: {
                number: string;
                kind: string;
                noun: string;
                handle: string;
                name: string;
                given: string;
                tier: string | null;
                /** @description The actions given by name, beside the tier. */
                actions: string[];
                may: string;
                mayNot: string;
                sees: ("spend" | "revenue" | "contacts")[];
                hidden: ("spend" | "revenue" | "contacts")[];
                money: string | null;
                text: string;
                /** @description As `less` would say it. */
                said: string;
                /** Format: date-time */
                until: string | null;
            }[];
            /** @description Who asks: the business. */
            from: string;
            /** @description Each thing, in parts that can be answered one by one. */
            answerable: {
                text: string;
                name: string;
                noun: string;
                parts: {
                    /** @enum {string|null} */
                    tier: "watch" | "draft" | "run" | "steward" | null;
                    /** @enum {string|null} */
                    action: "access.change" | "access.see" | "ads.attach" | "ads.draft" | "ads.pause" | "ads.publish" | "ads.see" | "analysis.make" | "analysis.share" | "asset.archive" | "asset.hand-over" | "audience.change" | "audience.draft" | "billing.change" | "billing.see" | "budget.change" | "caption.edit" | "catalog.use" | "comment.moderate" | "configuration.change" | "contacts.download" | "contacts.import" | "conversation.answer" | "conversation.see" | "data.delete" | "event.change" | "event.see" | "event.test" | "flow.draft" | "flow.publish" | "insight.see" | "item.change" | "item.draft" | "item.see" | "leads.collect" | "link.change" | "live.start" | "mailing.draft" | "mailing.send" | "message.answer" | "page.connect" | "post.delete" | "post.draft" | "post.publish" | "post.see" | "report.see" | "settings.change" | "tag.use" | "template.change" | "token.issue" | "video.delete" | "video.edit" | "video.publish" | "video.see" | "video.upload" | null;
                    words: string;
                    /** @description Why it deserves a second look. */
                    doubt: string | null;
                }[];
                hiding: ("spend" | "revenue" | "contacts")[];
                /** Format: date-time */
                from: string | null;
                /** Format: date-time */
                until: string | null;
                /** @description What who asks has there already, as read. */
                has: string | null;
            }[];
        };
        LinkPreview: {
            sentence: string;
            /** @enum {string} */
            verb: "link" | "unlink";
            summary: string;
            /** @description What holds at once, and what waits for whom. */
            outcomes: string[];
            accounts: {
                number: string;
                name: string;
                may: string;
                sees: ("spend" | "revenue" | "contacts")[];
                hidden: ("spend" | "revenue" | "contacts")[];
                money: string | null;
            }[];
            /** @description Who would reach it, or loses it. */
            people: string[];
            notes: string[];
            staysOpenUntil: string | null;
            takesProof: boolean;
            proofIsFresh: boolean;
            mails: {
                to: string;
                about: string;
            }[];
        };
        Linked: {
            sentence: string;
            result: string;
            /** @enum {string} */
            outcome: "linked" | "asked" | "offered" | "changed" | "same" | "unlinked";
            /** @description The requests that wait for an answer now. */
            proposals: string[];
        };
        NumbersChecked: {
            /** @description One for each number, in their order; 200 at most. */
            lines: {
                line: number;
                text: string;
                number: string | null;
                /** @enum {string} */
                state: "good" | "wrong" | "left out";
                words: string;
                name: string | null;
                owner: string | null;
            }[];
        };
        Tree: {
            nodes: {
                number: string;
                kind: string;
                handle: string | null;
                name: string;
                owner: {
                    number: string;
                    name: string;
                } | null;
                isOwn: boolean;
                stopped: string | null;
            }[];
            branches: {
                below: string;
                above: string;
                /** @description What the manager’s side calls it; told to that side alone. */
                label: string | null;
                tier: string | null;
                named: string[];
                level: string;
                hidden: ("spend" | "revenue" | "contacts")[];
                mayGiveAccess: boolean;
                /** @enum {string} */
                state: "in force" | "begins" | "waiting" | "stopped" | "ended";
                why: string | null;
                /** Format: date-time */
                from: string | null;
                /** Format: date-time */
                until: string | null;
                /** @description Who was put on this one alone. */
                alone: string[];
                /** @description Whether the account’s owner has frozen the link by itself. */
                frozen: boolean;
                proposal: string | null;
            }[];
            more: boolean;
        };
        AccountsCompared: {
            under: {
                number: string;
                name: string;
                handle: string;
                owner: {
                    number: string;
                    name: string;
                };
                reachedBy: {
                    name: string;
                    address: string;
                    how: string;
                }[];
            };
            /** @description By ISO 4217; money is in whole units of it. */
            currency: string;
            from: string;
            to: string;
            items: {
                number: string;
                name: string;
                owner: {
                    number: string;
                    name: string;
                };
                under: {
                    number: string;
                    name: string;
                };
                /** @description What the manager’s side calls it; told to that side alone. */
                label: string | null;
                tier: string | null;
                named: string[];
                level: string;
                hidden: ("spend" | "revenue" | "contacts")[];
                mayGiveAccess: boolean;
                /** @enum {string} */
                state: "in force" | "begins" | "waiting" | "stopped" | "ended";
                why: string | null;
                /** Format: date-time */
                from: string | null;
                /** Format: date-time */
                until: string | null;
                /** @description Who was put on this one alone. */
                alone: string[];
                pays: string;
                figures: {
                    spend: {
                        value: number;
                        before: number;
                        change: number | null;
                    } | null;
                    results: {
                        value: number;
                        before: number;
                        change: number | null;
                    } | null;
                    costOfResult: {
                        value: number;
                        before: number;
                        change: number | null;
                    } | null;
                    revenue: {
                        value: number;
                        before: number;
                        change: number | null;
                    } | null;
                };
                hiddenFigures: ("spend" | "results" | "costOfResult" | "revenue")[];
                days: number[] | null;
            }[];
            sums: {
                spend: {
                    value: number;
                    before: number;
                    change: number | null;
                    of: number;
                    leavesOut: number;
                };
                results: {
                    value: number;
                    before: number;
                    change: number | null;
                    of: number;
                    leavesOut: number;
                };
                costOfResult: {
                    value: number;
                    before: number;
                    change: number | null;
                    of: number;
                    leavesOut: number;
                };
                revenue: {
                    value: number;
                    before: number;
                    change: number | null;
                    of: number;
                    leavesOut: number;
                };
            };
            next: string | null;
            more: boolean;
        };
        Means: {
            handle: string;
            name: string;
            /** @description The last digits of its number; no more is known here. */
            ending: string | null;
            said: string;
            platform: string;
            platformName: string;
            /** @description Its last day, in words. */
            goodUntil: string | null;
            /** @enum {string} */
            state: "good" | "runs out soon" | "has run out";
            /** Format: date-time */
            registeredAt: string;
            registeredBy: string;
            paysFor: {
                number: string;
                name: string;
                /** @description As a sentence names it. */
                text: string;
            }[];
        };
        BillingPreview: {
            sentence: string;
            summary: string;
            steps: {
                /** @enum {string} */
                about: "means" | "answering" | "from" | "yes" | "instead" | "refused";
                what: string;
                said: string;
            }[];
            staysOpenUntil: string | null;
            proofIsFresh: boolean;
            /** @description Who is told: people of your own by name, another business by its own. */
            told: string[];
        };
        BillingDone: {
            sentence: string;
            result: string;
            /** @enum {string} */
            outcome: "changed" | "planned" | "asked" | "same";
            proposals: string[];
        };
        AccountPaying: {
            number: string;
            name: string;
            /** @description As a sentence names it. */
            text: string;
            platform: string;
            payer: {
                number: string;
                name: string;
                isOwn: boolean;
            };
            /** @description The person who answers for it. */
            answering: string;
            /** @description What it is paid with, for who pays alone. */
            means: string | null;
            meansHandle: string | null;
            goodUntil: string | null;
            /** @enum {string|null} */
            meansState: "good" | "runs out soon" | "has run out" | null;
            /** Format: date-time */
            since: string;
            /** @description What is agreed for a day to come. */
            planned: {
                said: string;
                /** Format: date-time */
                at: string;
                canCallOff: boolean;
            } | null;
            /**
             * @description Whether you can have it paid otherwise, or ask for that.
             * @enum {string|null}
             */
            canTakeOver: "at once" | "by asking" | null;
        };
        HandoverPreview: {
            sentence: string;
            summary: string;
            to: {
                number: string;
                name: string;
                town: string;
                /** Format: date-time */
                since: string;
                mailDomain: string | null;
            };
            assets: {
                number: string;
                name: string;
                kind: string;
            }[];
            /** @description What each side sees to first. */
            first: {
                /** @enum {string} */
                whose: "sender" | "receiver";
                said: string;
                isDone: boolean;
                /** @description What could go along too, as a sentence names it. */
                add: string | null;
            }[];
            /** @description Who has all that a purpose takes now, and would not have it after; lines that could stay, by their keys. */
            lost: {
                who: string;
                purpose: string;
                on: string[];
                /** @description Whether they are asked to join the new owner with it. */
                isAsked: boolean;
                keys: string[];
            }[];
            lines: {
                key: string;
                /** @enum {string} */
                fate: "stays" | "beneath" | "own" | "falls";
                canFall: boolean;
                who: string;
                on: string;
                words: string;
                why: string;
                tier: string | null;
                actions: number;
                /** @enum {string} */
                form: "own" | "through" | "waiting" | "idle";
            }[];
            completesAt: string;
            staysOpenUntil: string;
            /** @description Whether you hand over what is yours alone to a business you work for. */
            isOwnName: boolean;
        };
        HandoverSaid: {
            sentence: string;
            result: string;
            proposal: string;
        };
        Handover: {
            id: string;
            /** @enum {string} */
            state: "open" | "accepted" | "declined" | "withdrawn" | "lapsed" | "void" | "cooling" | "completed" | "stopped";
            from: {
                number: string;
                name: string;
            };
            to: {
                number: string;
                name: string;
            };
            isSender: boolean;
            assets: {
                number: string;
                name: string;
                kind: string;
            }[];
            keeping: string | null;
            withBilling: boolean;
            /** @description Whether the old owner’s people are asked to join the new one. */
            withPeople: boolean;
            because: string | null;
            sentBy: string;
            /** Format: date-time */
            sentAt: string;
            acceptedBy: string | null;
            /** Format: date-time */
            acceptedAt: string | null;
            /** Format: date-time */
            completesAt: string | null;
            /** Format: date-time */
            endedAt: string | null;
            endedBy: string | null;
            reason: string | null;
            /** @description Where somebody could do more than both signed: who agreed to it as it stands now. */
            anew: {
                you: boolean;
                they: boolean;
            } | null;
            /** @description Whether it came about by contesting. */
            isContested: boolean;
            /** @description Once completed: whether the platforms know the new owner. */
            keepers: {
                asset: string;
                platform: string;
                isTold: boolean;
            }[];
            /** @description What each side sees to first. */
            first: {
                /** @enum {string} */
                whose: "sender" | "receiver";
                said: string;
                isDone: boolean;
                /** @description What could go along too, as a sentence names it. */
                add: string | null;
            }[];
            /** @description Who has all that a purpose takes now, and would not have it after; lines that could stay, by their keys. */
            lost: {
                who: string;
                purpose: string;
                on: string[];
                /** @description Whether they are asked to join the new owner with it. */
                isAsked: boolean;
                keys: string[];
            }[];
            lines: {
                key: string;
                /** @enum {string} */
                fate: "stays" | "beneath" | "own" | "falls";
                canFall: boolean;
                who: string;
                on: string;
                words: string;
                why: string;
                tier: string | null;
                actions: number;
                /** @enum {string} */
                form: "own" | "through" | "waiting" | "idle";
                /**
                 * @description How it differs from what both signed.
                 * @enum {string|null}
                 */
                difference: "new" | "more" | "less" | null;
            }[];
            gone: {
                who: string;
                on: string;
                words: string;
            }[];
        };
        Contest: {
            id: string;
            /** @description Whether you own it; else you contest it. */
            isOwner: boolean;
            what: string;
            asset: string | null;
            platform: string;
            by: {
                name: string;
                address: string;
            };
            claimant: {
                number: string;
                name: string;
                town: string;
            };
            /** @description Told to who contests once the owner said no, or it goes over. */
            owner: {
                number: string;
                name: string;
            } | null;
            reason: string;
            /** Format: date-time */
            began: string;
            /**
             * Format: date-time
             * @description When it is handed over, unless somebody says no.
             */
            ends: string;
            tellings: {
                /** Format: date-time */
                at: string;
                isOut: boolean;
            }[];
            /** @enum {string|null} */
            outcome: "refused" | "withdrawn" | "fell" | "handed over" | null;
            /** Format: date-time */
            ended: string | null;
            endedBy: {
                name: string;
                address: string;
            } | null;
            why: string | null;
            handover: string | null;
            canSayNo: boolean;
            canAgree: boolean;
            canTakeBack: boolean;
        };
        Money: {
            currency: string;
            /** @description The first day of the month that is under way. */
            thisMonth: string;
            lastMonth: string;
            items: {
                number: string;
                name: string;
                /** @description As a sentence names it. */
                text: string;
                platform: string;
                platformName: string;
                owner: {
                    number: string;
                    name: string;
                    isOwn: boolean;
                };
                payer: {
                    number: string;
                    name: string;
                    isOwn: boolean;
                };
                /** @description The person who answers for it. */
                answering: string;
                /** @description What it is paid with, for who pays alone. */
                means: string | null;
                meansHandle: string | null;
                goodUntil: string | null;
                /** @enum {string|null} */
                meansState: "good" | "runs out soon" | "has run out" | null;
                /** Format: date-time */
                since: string;
                /** @description What is agreed for a day to come. */
                planned: {
                    said: string;
                    /** Format: date-time */
                    at: string;
                    canCallOff: boolean;
                } | null;
                /**
                 * @description Whether you can have it paid otherwise, or ask for that.
                 * @enum {string|null}
                 */
                canTakeOver: "at once" | "by asking" | null;
                /** @description Who can spend, beside the owner’s admins; told of the business’s own accounts. */
                spenders: {
                    through: string;
                    /** @enum {string} */
                    form: "own" | "through" | "waiting";
                    /** @enum {string|null} */
                    tier: "watch" | "draft" | "run" | "steward" | null;
                    /** @description How many actions by name, where it is no tier. */
                    actions: number;
                    people: string[];
                }[];
                thisMonth: number | null;
                lastMonth: number | null;
                /** @description The most it may spend in a month. */
                monthly: number | null;
            }[];
            /** @description Of all accounts that the business pays for. */
            sums: {
                accounts: number;
                thisMonth: number;
                lastMonth: number;
            };
            /** @description Who can spend on all of its own, as admin. */
            admins: string[];
            seats: {
                members: number;
                invited: number;
                included: number;
                words: string;
            } | null;
            next: string | null;
            more: boolean;
        };
        FoundBusiness: {
            number: string;
            name: string;
            town: string;
            cloth: string;
            /** Format: date-time */
            since: string;
            /**
             * @description What it is to the businesses it works for.
             * @enum {string|null}
             */
            worksAs: "agency" | "consultant" | "measurement" | "studio" | "sister company" | null;
            contact: {
                name: string;
                address: string;
                telephone: string | null;
            } | null;
            /** @description The domain of the verified addresses of its admins, where all have the same. */
            mailDomain: string | null;
            shared: string[];
        };
        PartnerInShort: {
            number: string;
            name: string;
            town: string;
            cloth: string;
            /** @description How many assets and bundles it was given. */
            gave: number;
            /** @description How many it gave. */
            got: number;
            /** @description How many of its people reach what it was given: its admins, and everybody who was put on it. */
            people: number;
            open: number;
            frozen: boolean;
            inTrust: boolean;
        };
        SharedAsset: {
            number: string;
            kind: string;
            noun: string;
            text: string;
            name: string;
            owner: {
                number: string;
                name: string;
            };
            tier: string | null;
            /** @description Actions given by name, beyond the tier. */
            named: string[];
            level: string;
            may: string;
            hidden: string[];
            canSpend: boolean;
            mayPassOn: boolean;
            mayGiveAccess: boolean;
            /** Format: date-time */
            until: string | null;
            purposes: string[];
            stopped: string | null;
            /** @description How many people the holder put on it. */
            staffed: number;
            /** @description How many of its people reach it, its admins among them. */
            people: number;
            grant: string | null;
            /** @description The sentence that says the grant as it stands. */
            said: string | null;
        };
        Partner: {
            number: string;
            name: string;
            town: string;
            cloth: string;
            /** @description How many assets and bundles it was given. */
            gave: number;
            /** @description How many it gave. */
            got: number;
            /** @description How many of its people reach what it was given: its admins, and everybody who was put on it. */
            people: number;
            open: number;
            frozen: boolean;
            inTrust: boolean;
            /** Format: date-time */
            since: string;
            /**
             * @description What it is to the businesses it works for.
             * @enum {string|null}
             */
            worksAs: "agency" | "consultant" | "measurement" | "studio" | "sister company" | null;
            contact: {
                name: string;
                address: string;
                telephone: string | null;
            } | null;
            /**
             * Format: date-time
             * @description Since when it is closed: nothing between you counts then.
             */
            closed: string | null;
            mailDomain: string | null;
            /** @description Who dealt with the acting business on its behalf. */
            contacts: {
                name: string;
                address: string;
            }[];
            /** @description What it reaches of ours, and sees: just that. */
            weGave: components["schemas"]["SharedAsset"][];
            theyGave: components["schemas"]["SharedAsset"][];
            /** @description What it is engaged for, or engages us for. */
            purposes: {
                purpose: string;
                /** @enum {string} */
                side: "gave" | "got";
            }[];
            frozenBy: ("us" | "them")[];
            /** @description Whether it holds the acting business in trust. */
            trustee: boolean;
        };
        PartnersPerson: {
            id: string;
            name: string;
            address: string;
            of: string;
            secondProof: boolean;
            frozen: boolean;
            assets: {
                number: string;
                name: string;
                text: string;
                tier: string | null;
                named: string[];
                level: string;
                /** Format: date-time */
                since: string | null;
                /** Format: date-time */
                lastUsed: string | null;
                stopped: string | null;
            }[];
        };
        CallingCard: {
            number: string;
            name: string;
            town: string;
            /** Format: date-time */
            since: string;
            introduction: string;
            /**
             * @description What it is to the businesses it works for.
             * @enum {string|null}
             */
            worksAs: "agency" | "consultant" | "measurement" | "studio" | "sister company" | null;
            telephone: string | null;
            contact: string;
            purposes: {
                name: string;
                reason: string;
            }[];
            url: string;
        };
        Grid: {
            assets: {
                number: string;
                kind: string;
                noun: string;
                text: string;
                name: string;
                /** @description Whether another asset holds it. */
                inside: boolean;
                frozen: boolean;
                /** @description Who owns it, by name, where it is held from another business. */
                owner: string | null;
            }[];
            rows: {
                /** @enum {string} */
                kind: "person" | "team" | "partner" | "outsider" | "invited";
                key: string;
                /** @description The business that one of a partner’s people works for, by number. */
                of: string | null;
                name: string;
                text: string;
                note: string | null;
                standing: string | null;
                secondProof: boolean;
                outside: boolean;
                everything: boolean;
                cells: {
                    column: number;
                    tier: string | null;
                    named: string[];
                    level: string;
                    /** @enum {string} */
                    how: "own" | "through" | "waiting" | "idle";
                    hidden: string[];
                    /** Format: date-time */
                    until: string | null;
                    /** @description The filters that this cell is about. */
                    marks: string[];
                }[];
                marks: string[];
            }[];
            next: string | null;
        };
        Searched: {
            items: {
                /** @enum {string} */
                what: "person" | "invited" | "asset" | "held" | "team" | "bundle" | "purpose" | "partner" | "their person";
                /** @description By what it is named: an id, a number, a handle, or its name. */
                at: string;
                name: string;
                detail: string;
            }[];
            /** @description Where nothing was found: those of your other businesses that have something of that name. */
            elsewhere: {
                number: string;
                name: string;
                count: number;
            }[];
            /** @description What is wrong with a number that was typed. */
            advice: string | null;
        };
        Answer: {
            allowed: boolean;
            reason: string;
            level: string;
            sees: ("spend" | "revenue" | "contacts")[];
            paths: {
                sentence: string;
                counts: boolean;
                holdsAction: boolean;
                level: string;
                through: string;
                /** @description What stands between the owner and the person. */
                via: string[];
                tier: string | null;
                /** @description Actions by name, beyond the tier. */
                named: string[];
                /** @description Why it does not count. */
                reason: string | null;
            }[];
        };
        Evaluation: {
            decision: boolean;
            context?: {
                reason: string;
                level: string;
                sees: ("spend" | "revenue" | "contacts")[];
            };
        };
        HistoryEntry: {
            number: number;
            /** @description The earlier owner of the asset in whose history it stands; null for your own. */
            of: string | null;
            /** Format: date-time */
            at: string;
            by: string | null;
            provenBy: string | null;
            what: string;
            sentence: string;
            data: unknown;
            before: string | null;
            hash: string;
        };
        Verification: {
            whole: boolean;
            entries: number;
            lastHash: string | null;
            broken: {
                number: number;
                reason: string;
            } | null;
        };
        Desk: {
            /** @description What is done first in a new business, for its admins; null once it is. */
            firstSteps: {
                /** @enum {string} */
                step: "second step" | "first asset" | "second admin" | "first access";
                done: boolean;
            }[] | null;
            /** @description Whether you are the understudy here. */
            isUnderstudy: boolean;
            steppingIn: components["schemas"]["SteppingIn"] | null;
            /** @description Waits for your answer. */
            received: {
                proposal: string;
                kind: string;
                /** @description Who wants what from whom, in one sentence. */
                said: string;
                note: string | null;
                /** @description The names in it, to be set strong. */
                names: string[];
                /** @enum {string} */
                answeredBy: "address" | "business" | "colleagues";
                canBeSentAgain: boolean;
                canBePassedOn: boolean;
                /** @description The address it is bound to, where it is to one. */
                to: string | null;
                moveTo: string | null;
                /** @description Who can answer it, told to who sent it. */
                waitsFor: string | null;
                /** @description That its letter came back, and what to do, told to who sent it. */
                cameBack: string | null;
                /** Format: date-time */
                openedAt: string;
                /** Format: date-time */
                lapsesAt: string;
                lapsesSoon: boolean;
            }[];
            /** @description Sent, and not answered yet. */
            waiting: {
                proposal: string;
                kind: string;
                /** @description Who wants what from whom, in one sentence. */
                said: string;
                note: string | null;
                /** @description The names in it, to be set strong. */
                names: string[];
                /** @enum {string} */
                answeredBy: "address" | "business" | "colleagues";
                canBeSentAgain: boolean;
                canBePassedOn: boolean;
                /** @description The address it is bound to, where it is to one. */
                to: string | null;
                moveTo: string | null;
                /** @description Who can answer it, told to who sent it. */
                waitsFor: string | null;
                /** @description That its letter came back, and what to do, told to who sent it. */
                cameBack: string | null;
                /** Format: date-time */
                openedAt: string;
                /** Format: date-time */
                lapsesAt: string;
                lapsesSoon: boolean;
            }[];
            /** @description Ends within 30 days. */
            ending: {
                grants: string[];
                holder: string;
                holderText: string;
                on: string;
                /** @description What ends together: for one reason, until one day. */
                things: {
                    name: string;
                    tier: string | null;
                    actions: string[];
                }[];
                purpose: string | null;
                /** Format: date-time */
                until: string;
                /**
                 * Format: date-time
                 * @description Until when it would last then.
                 */
                later: string;
                /** @description Who gave it, where the business is the one that holds it. */
                from: string | null;
                /** @description The sentence that gives it as long again. */
                extend: string | null;
                /** @description What to ask its giver for to keep it as long again; of nobody where it is asked in the own business. */
                ask: {
                    of: string | null;
                    wanted: string;
                } | null;
            }[];
            /** @description What ends or begins in the next three months, the first of it. */
            days: {
                /** Format: date-time */
                at: string;
                begins: boolean;
                said: string;
            }[];
            /** @description What goes over to or from the business, and cools off. */
            handovers: {
                id: string;
                /** @enum {string} */
                state: "cooling" | "completed" | "stopped";
                what: string;
                from: {
                    number: string;
                    name: string;
                };
                to: {
                    number: string;
                    name: string;
                };
                /** Format: date-time */
                completesAt: string;
                /** Format: date-time */
                endedAt: string | null;
            }[];
            /** @description Who owns an asset, contested, and not over yet. */
            contests: components["schemas"]["Contest"][];
            /** @description Worth a look about the admins: only one; more than was set; each alone where two could be asked. */
            admins: {
                /** @enum {string} */
                finding: "alone" | "many" | "two";
                admins: number;
                most: number;
            }[];
            /** @description What is paid with and runs out soon, or has, for who sees to payments. */
            means: components["schemas"]["Means"][];
            unfinished: {
                personId: string;
                person: string;
                address: string;
                /** Format: date-time */
                since: string;
                /** @enum {string} */
                lacks: "assets" | "second step";
            }[];
            /** @description What is not enough for its purpose and meant so, for admins: it is not among the holes. */
            leftAsIs: {
                who: {
                    name: string;
                    text: string;
                };
                purpose: string;
                by: string;
                /** Format: date-time */
                at: string;
            }[];
            /** @description Given for a purpose, and not enough for it. */
            holes: components["schemas"]["Readiness"][];
            /** @description What other businesses gave, and nobody was put on. */
            unstaffed: {
                from: string;
                partner: string;
                on: string;
                /** Format: date-time */
                since: string;
                /** @description The sentence without whom: `run on A-… hiding …`. */
                staff: string;
            }[];
            /** @description Invitations that nobody answered, to people who are not here. */
            lapsed: {
                proposal: string;
                to: string;
                /** Format: date-time */
                lapsedAt: string;
                assets: string[];
            }[];
            /** @description How many there are in all, where a list shows the first alone. */
            totals: {
                ending: number;
                unstaffed: number;
                unfinished: number;
                lapsed: number;
                alone: number;
            };
            /** @description Assets nobody was put on, while others of their kind have holders. */
            alone: {
                number: string;
                name: string;
                noun: string;
                text: string;
                /** Format: date-time */
                since: string;
                siblings: number;
            }[];
        };
    };
    responses: {
        /** @description A problem: `request.invalid`. */
        Problem400: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `proof.needed`, `sign-in.needed`, `sign-in.wrong`. */
        Problem401: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                "WWW-Authenticate": components["headers"]["WwwAuthenticate"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `access.not-yours-to-give`, `billing.not-yours`, `grant.above-ceiling`, `grant.above-own-level`, `grant.beyond-own-end`, `grant.held-above`, `grant.own`, `grant.may-not-pass-on`, `link.not-yours`, `sign-in.unattended`, `proof.second-step`, `token.beyond`, `proof.wrong`, `proposal.own`, `proposal.wrong-person`, `standing.not-enough`, `understudy.not-you`. */
        Problem403: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `asset.unknown`, `billing.none`, `bundle.unknown`, `business.unknown`, `card.unknown`, `claim.not-on-platform`, `claim.unknown`, `contest.none`, `grant.unknown`, `desk.nothing`, `handover.none`, `link.none`, `link.unknown`, `means.unknown`, `partner.unknown`, `passkey.unknown`, `person.unknown`, `platform.unknown`, `admin.change-unknown`, `proposal.unknown`, `purpose.unknown`, `resource.unknown`, `team.unknown`, `understudy.none`. */
        Problem404: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `address.taken`, `ask.not-yet`, `ask.would-lower`, `asset.ambiguous`, `asset.archived`, `billing.changing`, `billing.holder-needed`, `billing.third`, `bundle.by-rule`, `business.busy`, `business.closed`, `business.known`, `business.last-admin`, `chair.not-in-trust`, `claim.held-elsewhere`, `contest.free`, `contest.over`, `contest.refused`, `contest.under-way`, `contest.unproven`, `handle.taken`, `handover.as-signed`, `handover.contested`, `handover.frozen`, `handover.in-trust`, `handover.payer`, `handover.receiver`, `handover.torn`, `handover.under-way`, `leaving.successor-needed`, `leaving.successor-cannot`, `link.has-it`, `link.loop`, `link.mark-taken`, `link.too-deep`, `means.in-use`, `means.not-yet`, `person.known`, `admin.asked`, `admin.two-approvals`, `proposal.answered`, `purpose.taken`, `sentence.doubtful`, `understudy.admin`, `understudy.asked`, `understudy.nobody-steps-in`, `understudy.refused`. */
        Problem409: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `claim.lapsed`, `link.lapsed`, `link.replaced`, `opening.lapsed`, `admin.too-late`, `proposal.lapsed`, `proposal.void`. */
        Problem410: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `version.stale`. */
        Problem412: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `request.too-large`. */
        Problem413: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `action.not-alone`, `action.unknown`, `address.invalid`, `billing.cannot-answer`, `billing.not-paid`, `business.own-number`, `claim.wrong-code`, `date.order`, `date.past`, `handle.invalid`, `handover.nothing`, `handover.reason`, `holder.not-yet`, `kind.cannot-be-asked-for`, `kind.not-there`, `kind.unknown`, `key.reused`, `link.not-linkable`, `link.under-itself`, `number.malformed`, `number.wrong-check`, `number.wrong-kind`, `offer.question-open`, `means.elsewhere`, `means.needed`, `means.refused`, `means.run-out`, `password.common`, `admin.reason`, `proposal.more-than-asked`, `purpose.nothing-for-it`, `sentence.unreadable`, `text.secret`, `tie.unfitting`. */
        Problem422: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `contest.too-many`, `request.too-many`. */
        Problem429: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                "Retry-After": components["headers"]["RetryAfter"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `service.fault`. */
        Problem500: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem: `platform.away`, `service.busy`, `service.database-away`. */
        Problem503: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                "Retry-After": components["headers"]["RetryAfter"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
        /** @description A problem that is none of these. */
        Problem: {
            headers: {
                "X-Request-ID": components["headers"]["RequestId"];
                [name: string]: unknown;
            };
            content: {
                "application/problem+json": components["schemas"]["Problem"];
            };
        };
    };
    parameters: never;
    requestBodies: never;
    headers: {
        /** @description The number of the request, as it stands in the log; yours or your proxy’s, where `X-Request-ID` came with it. */
        RequestId: string;
        /** @description The next page, `rel="next"` (RFC 8288); absent on the last one. */
        Link: string;
        /** @description The version of what was answered (RFC 9110). */
        ETag: string;
        /** @description Seconds after which to try again (RFC 9110). */
        RetryAfter: number;
        /** @description How to prove who asks (RFC 6750); `insufficient_user_authentication` where they are to prove it anew (RFC 9470). */
        WwwAuthenticate: string;
    };
    pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
    postSignIn: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "address": "priya@ondaverde.example",
                 *       "password": "nine ferries at the pier"
                 *     }
                 */
                "application/json": {
                    address: string;
                    password: string;
                    code?: string;
                    /** @description A recovery code, in the place of a code. */
                    recovery?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        /** @enum {string|null} */
                        needs: "code" | "passkey" | null;
                        person: {
                            id: string;
                            name: string;
                        } | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postSignOut: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMe: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Me"];
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeProof: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "code": "123456"
                 *     }
                 */
                "application/json": {
                    code?: string;
                    password?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        /** Format: date-time */
                        provenAt: string;
                        provenBy: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeSecondProof: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        secret: string;
                        /** @description An otpauth: address, for authenticator apps. */
                        address: string;
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeSecondProofConfirmation: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "code": "123456"
                 *     }
                 */
                "application/json": {
                    code: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        /** @description Drawn with the first second step, and told this once; none where there were some. */
                        recoveryCodes: string[];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMeSessions: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            id: string;
                            kind: string;
                            name: string;
                            /** Format: date-time */
                            begunAt: string;
                            /** Format: date-time */
                            expiresAt: string;
                            unattended: boolean;
                            current: boolean;
                        }[];
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeTokens: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "name": "monthly report",
                 *       "until": "2027-06-01T00:00:00Z"
                 *     }
                 */
                "application/json": {
                    name: string;
                    /** Format: date-time */
                    until: string;
                    unattended?: boolean;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        id: string;
                        /** @description Told this once. */
                        token: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteMeSessionsById: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example 0199c0de-0000-7000-8000-000000000006 */
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postSignInPasskeyChallenge: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        id: string;
                        options: unknown;
                    };
                };
            };
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postSignInPasskey: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "challenge": "0199c0de-0000-7000-8000-000000000001",
                 *       "credential": {
                 *         "id": "x",
                 *         "rawId": "x",
                 *         "type": "public-key",
                 *         "response": {},
                 *         "clientExtensionResults": {}
                 *       }
                 *     }
                 */
                "application/json": {
                    /** Format: uuid */
                    challenge: string;
                    credential: unknown;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMePasskeys: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            id: string;
                            name: string;
                            /** Format: date-time */
                            addedAt: string;
                            /** Format: date-time */
                            usedAt: string | null;
                        }[];
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMePasskeys: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "challenge": "0199c0de-0000-7000-8000-000000000001",
                 *       "name": "Laptop",
                 *       "credential": {
                 *         "id": "x",
                 *         "rawId": "x",
                 *         "type": "public-key",
                 *         "response": {},
                 *         "clientExtensionResults": {}
                 *       }
                 *     }
                 */
                "application/json": {
                    /** Format: uuid */
                    challenge: string;
                    name: string;
                    credential: unknown;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        /** @description Drawn with the first second step, and told this once; none where there were some. */
                        recoveryCodes: string[];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMePasskeysChallenge: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        id: string;
                        options: unknown;
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteMePasskeysByPasskey: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example kV3x */
                passkey: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeProofPasskeyChallenge: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        id: string;
                        options: unknown;
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeProofPasskey: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "challenge": "0199c0de-0000-7000-8000-000000000001",
                 *       "credential": {
                 *         "id": "x",
                 *         "rawId": "x",
                 *         "type": "public-key",
                 *         "response": {},
                 *         "clientExtensionResults": {}
                 *       }
                 *     }
                 */
                "application/json": {
                    /** Format: uuid */
                    challenge: string;
                    credential: unknown;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        /** Format: date-time */
                        provenAt: string;
                        provenBy: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeRecoveryCodes: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        codes: string[];
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postForgottenPasswords: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "address": "priya@ondaverde.example"
                 *     }
                 */
                "application/json": {
                    address: string;
                };
            };
        };
        responses: {
            /** @description Done */
            202: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        sent: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postForgottenPasswordsChoice: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "link": "AZnA3gAAcACAAAAAAAAAAQAB0mAlB2dTQkGZ1Vt3kVbM9A",
                 *       "password": "nine ferries at the pier"
                 *     }
                 */
                "application/json": {
                    link: string;
                    password: string;
                    code?: string;
                    recovery?: string;
                    passkey?: {
                        /** Format: uuid */
                        challenge: string;
                        credential: unknown;
                    };
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        /** @enum {string|null} */
                        needs: "code" | "passkey" | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putMePassword: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "current": "the password of before",
                 *       "password": "nine ferries at the pier"
                 *     }
                 */
                "application/json": {
                    current: string;
                    password: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMeAddresses: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            address: string;
                            main: boolean;
                            /** Format: date-time */
                            verifiedAt: string;
                        }[];
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeAddresses: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "address": "priya@ondaverde.example"
                 *     }
                 */
                "application/json": {
                    address: string;
                };
            };
        };
        responses: {
            /** @description Done */
            202: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        sentTo: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postAddressesConfirmation: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "link": "AZnA3gAAcACAAAAAAAAAAQAB0mAlB2dTQkGZ1Vt3kVbM9A"
                 *     }
                 */
                "application/json": {
                    link: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        address: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putMeAddressesByAddressMain: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example priya@ondaverde.example */
                address: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteMeAddressesByAddress: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example priya@ondaverde.example */
                address: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postOpenings: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "business": {
                 *         "name": "Tide House",
                 *         "town": "Porto Verano",
                 *         "zone": "Europe/Lisbon"
                 *       },
                 *       "person": {
                 *         "name": "Bea Fontaine",
                 *         "address": "bea@tidehouse.example"
                 *       }
                 *     }
                 */
                "application/json": {
                    business: {
                        name: string;
                        town: string;
                        zone: string;
                    };
                    person: {
                        name: string;
                        address: string;
                    };
                };
            };
        };
        responses: {
            /** @description Done */
            202: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        sentTo: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postOpeningsConfirmation: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "link": "AZnA3gAAcACAAAAAAAAAAQAB0mAlB2dTQkGZ1Vt3kVbM9A",
                 *       "password": "nine ferries at the pier"
                 *     }
                 */
                "application/json": {
                    link: string;
                    password: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        number: string;
                        name: string;
                        signedIn: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeBusinesses: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "name": "Tide House",
                 *       "town": "Porto Verano",
                 *       "zone": "Europe/Lisbon"
                 *     }
                 */
                "application/json": {
                    name: string;
                    town: string;
                    zone: string;
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        number: string;
                        name: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putMeOwnBusiness: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "town": "Porto Verano",
                 *       "zone": "Europe/Lisbon"
                 *     }
                 */
                "application/json": {
                    /** @description Where you work first, if it is not said. */
                    town?: string;
                    /** @description The time zone where you work first, if it is not said. */
                    zone?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        number: string;
                        name: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putProfile: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "worksAs": "agency",
                 *       "contact": {
                 *         "name": "Callum Osei-Bright",
                 *         "address": "callum@gullwright.example"
                 *       }
                 *     }
                 */
                "application/json": {
                    /** @enum {string|null} */
                    worksAs: "agency" | "consultant" | "measurement" | "studio" | "sister company" | null;
                    contact: {
                        name: string;
                        address: string;
                        telephone?: string | null;
                    } | null;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getBusinessesByBusiness: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Business"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getClosure: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Closing"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putClosure: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "reason": "The summer is over."
                 *     }
                 */
                "application/json": {
                    reason: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        /** @description What waits for a second admin, where it takes two. */
                        proposal: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteClosure: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getPeople: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
                /** @example crossings */
                find?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["Person"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getPeopleByPerson: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description An id, or an e-mail address.
                 * @example 0199c0de-0000-7000-8000-000000000009
                 */
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Person"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getPeopleByPersonHoldings: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description An id, or an e-mail address.
                 * @example 0199c0de-0000-7000-8000-000000000009
                 */
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["Holding"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putPeopleByPersonStanding: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description An id, or an e-mail address.
                 * @example 0199c0de-0000-7000-8000-000000000009
                 */
                person: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "standing": "member"
                 *     }
                 */
                "application/json": {
                    /** @enum {string} */
                    standing: "member" | "finance" | "admin";
                    note?: string;
                    /** @description Whether what is asked about somebody new was read, and they are meant. */
                    sure?: boolean;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        proposal: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putPeopleByPersonPause: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description An id, or an e-mail address.
                 * @example 0199c0de-0000-7000-8000-000000000009
                 */
                person: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /** @example {} */
                "application/json": {
                    reason?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deletePeopleByPersonPause: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description An id, or an e-mail address.
                 * @example 0199c0de-0000-7000-8000-000000000009
                 */
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putPeopleByPersonFreeze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description An id, or an e-mail address.
                 * @example 0199c0de-0000-7000-8000-000000000009
                 */
                person: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /** @example {} */
                "application/json": {
                    reason?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deletePeopleByPersonFreeze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description An id, or an e-mail address.
                 * @example 0199c0de-0000-7000-8000-000000000009
                 */
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postLeave: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getAdminChanges: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["AdminChange"][];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postAdminChangesByChangeUndoing: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-000000000002 */
                change: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "reason": "The summer is over."
                 *     }
                 */
                "application/json": {
                    reason: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        proposal: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMeAdminChanges: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["AdminChange"][];
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeAdminChangesByChangeUndoing: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example 0199c0de-0000-7000-8000-000000000002 */
                change: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "reason": "The summer is over."
                 *     }
                 */
                "application/json": {
                    reason: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        proposal: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putMostAdmins: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "most": 5
                 *     }
                 */
                "application/json": {
                    most: number;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putApprovals: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "twoApprovals": true
                 *     }
                 */
                "application/json": {
                    twoApprovals: boolean;
                    reason?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        proposal: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getUnderstudy: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Understudy"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postUnderstudy: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "who": "priya@ondaverde.example"
                 *     }
                 */
                "application/json": {
                    /** @description An address, or an id, of a member. */
                    who: string;
                    /** @description Days of silence before they are an admin; 7 unless said. */
                    days?: number;
                    note?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        proposal: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postUnderstudyEnding: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /** @example {} */
                "application/json": {
                    reason?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postUnderstudySteppingIn: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "reason": "The summer is over."
                 *     }
                 */
                "application/json": {
                    reason: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postUnderstudyNo: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /** @example {} */
                "application/json": {
                    reason?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getPeopleByPersonLeaving: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description An id, or an e-mail address.
                 * @example 0199c0de-0000-7000-8000-000000000009
                 */
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Leaving"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postPeopleByPersonLeaving: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description An id, or an e-mail address.
                 * @example 0199c0de-0000-7000-8000-000000000009
                 */
                person: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "reason": "Their contract is over."
                 *     }
                 */
                "application/json": {
                    /** @description Who takes over what: a key of onlyTheirs, and a member’s address. */
                    successors?: {
                        key: string;
                        address: string;
                    }[];
                    /** @description Why; needed where an admin goes or is made. */
                    reason?: string;
                    /** @description Whether they are told why too. */
                    tellReason?: boolean;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        stillReaches: string[];
                        takenOver: string[];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getTeams: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            handle: string;
                            name: string;
                            members: number;
                            grants: number;
                        }[];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postTeams: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "handle": "night-crew",
                 *       "name": "Night crew"
                 *     }
                 */
                "application/json": {
                    handle: string;
                    name: string;
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        handle: string;
                        name: string;
                        members: number;
                        grants: number;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getTeamsByTeam: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example night-crew */
                team: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Team"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteTeamsByTeam: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example night-crew */
                team: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putTeamsByTeamMembersByPerson: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example night-crew */
                team: string;
                /** @example 0199c0de-0000-7000-8000-000000000009 */
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteTeamsByTeamMembersByPerson: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example night-crew */
                team: string;
                /** @example 0199c0de-0000-7000-8000-000000000009 */
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getPlatforms: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            key: string;
                            name: string;
                            url: string;
                            kinds: string[];
                        }[];
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getAssets: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
                /** @example crossings */
                find?: string;
                archived?: boolean;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            number: string;
                            /** @enum {string} */
                            kind: "ad-account" | "manager-account" | "page" | "channel" | "profile" | "tag" | "catalog" | "analytics-account" | "property" | "mailing-account" | "assistant";
                            noun: string;
                            handle: string;
                            name: string;
                            platform: string;
                            archived: boolean;
                            frozen: boolean;
                            inside: string | null;
                            holders: number;
                        }[];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postAssets: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "platform": "marram",
                 *       "kind": "ad-account",
                 *       "name": "Night Crossings",
                 *       "handle": "night-crossings"
                 *     }
                 */
                "application/json": {
                    platform: string;
                    kind: string;
                    name: string;
                    handle: string;
                    /** @description What shall hold it, as an analytics account holds a property. */
                    inside?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Asset"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getAssetsByAsset: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description The `ETag` of what is to be changed: changed meanwhile, it is refused.
                 * @example "7"
                 */
                "If-Match"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    ETag: components["headers"]["ETag"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Asset"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    patchAssetsByAsset: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description The `ETag` of what is to be changed: changed meanwhile, it is refused.
                 * @example "7"
                 */
                "If-Match"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "name": "Night Crossings"
                 *     }
                 */
                "application/json": {
                    name?: string;
                    handle?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    ETag: components["headers"]["ETag"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Asset"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            412: components["responses"]["Problem412"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getAssetsByAssetHolders: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["Holder"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getKinds: {
        parameters: {
            query?: {
                /** @example crossings */
                find?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            /** @enum {string} */
                            kind: "ad-account" | "manager-account" | "page" | "channel" | "profile" | "tag" | "catalog" | "analytics-account" | "property" | "mailing-account" | "assistant";
                            noun: string;
                            alsoCalled: string[];
                            canBeAskedFor: boolean;
                            takesProofOfControl: boolean;
                            contains: string[];
                            figures: ("spend" | "revenue" | "contacts")[];
                            watch: string[];
                            run: string[];
                        }[];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getKindsByKind: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example ad-account */
                kind: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KindCompared"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getAssetsByAssetSiblings: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            name: string;
                            text: string;
                            has: string;
                            sentence: string;
                        }[];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putAssetsByAssetArchive: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Asset"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteAssetsByAssetArchive: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Asset"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putAssetsByAssetFreeze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Asset"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteAssetsByAssetFreeze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Asset"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postClaims: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "platform": "marram",
                 *       "ref": "4471-2209"
                 *     }
                 */
                "application/json": {
                    platform: string;
                    ref: string;
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        id: string;
                        platform: string;
                        ref: string;
                        shownAt: string;
                        minutes: number;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postClaimsByClaimConfirmation: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-000000000003 */
                claim: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "code": "123456",
                 *       "handle": "night-crew"
                 *     }
                 */
                "application/json": {
                    code: string;
                    handle: string;
                    name?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Asset"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMeHoldings: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["Holding"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getBundles: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            handle: string;
                            name: string;
                            /** @description What it takes in by itself; null for one by list. */
                            rule: string | null;
                            assets: number;
                        }[];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postBundles: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "handle": "night-pages",
                 *       "name": "Night pages"
                 *     }
                 */
                "application/json": {
                    handle: string;
                    name: string;
                    kinds?: ("ad-account" | "manager-account" | "page" | "channel" | "profile" | "tag" | "catalog" | "analytics-account" | "property" | "mailing-account" | "assistant")[] | null;
                    assets?: string[];
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        handle: string;
                        name: string;
                        /** @description What it takes in by itself; null for one by list. */
                        rule: string | null;
                        assets: number;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getBundlesByBundle: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example all-pages */
                bundle: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Bundle"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putBundlesByBundleAssetsByAsset: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example all-pages */
                bundle: string;
                /** @example ad-account/summer-crossings */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteBundlesByBundleAssetsByAsset: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example all-pages */
                bundle: string;
                /** @example ad-account/summer-crossings */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putAssetsByAssetTiesByOther: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
                /** @example page/ondaverde-ferries */
                other: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteAssetsByAssetTiesByOther: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
                /** @example page/ondaverde-ferries */
                other: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getPurposes: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["Purpose"][];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postPurposes: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "name": "Run the night adverts",
                 *       "needs": [
                 *         {
                 *           "kind": "ad-account"
                 *         }
                 *       ]
                 *     }
                 */
                "application/json": {
                    name: string;
                    needs: {
                        /** @enum {string} */
                        kind: "ad-account" | "manager-account" | "page" | "channel" | "profile" | "tag" | "catalog" | "analytics-account" | "property" | "mailing-account" | "assistant";
                        /** @enum {string|null} */
                        tier?: "watch" | "draft" | "run" | "steward" | null;
                        actions?: ("access.change" | "access.see" | "ads.attach" | "ads.draft" | "ads.pause" | "ads.publish" | "ads.see" | "analysis.make" | "analysis.share" | "asset.archive" | "asset.hand-over" | "audience.change" | "audience.draft" | "billing.change" | "billing.see" | "budget.change" | "caption.edit" | "catalog.use" | "comment.moderate" | "configuration.change" | "contacts.download" | "contacts.import" | "conversation.answer" | "conversation.see" | "data.delete" | "event.change" | "event.see" | "event.test" | "flow.draft" | "flow.publish" | "insight.see" | "item.change" | "item.draft" | "item.see" | "leads.collect" | "link.change" | "live.start" | "mailing.draft" | "mailing.send" | "message.answer" | "page.connect" | "post.delete" | "post.draft" | "post.publish" | "post.see" | "report.see" | "settings.change" | "tag.use" | "template.change" | "token.issue" | "video.delete" | "video.edit" | "video.publish" | "video.see" | "video.upload")[];
                        must?: boolean;
                    }[];
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Purpose"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deletePurposesByPurpose: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example run our adverts */
                purpose: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getReadiness: {
        parameters: {
            query: {
                /** @example priya@ondaverde.example */
                who: string;
                /** @example run our adverts */
                purpose: string;
                /**
                 * @description Assets or bundles, parted by commas; all of the business without it.
                 * @example ad-account/summer-crossings
                 */
                on?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Readiness"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getAssetsByAssetReadiness: {
        parameters: {
            query: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
                /** @example run our adverts */
                purpose: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /**
                 * @description Its number, or its kind and handle as ad-account%2Fsummer-crossings.
                 * @example ad-account/summer-crossings
                 */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["Readiness"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postSentencesPreview: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "sentence": "let priya@ondaverde.example run on ad-account/summer-crossings until 31 may 2027"
                 *     }
                 */
                "application/json": {
                    sentence: string;
                    /**
                     * @description What somebody new is to join as; without it as an open invitation says, else as member.
                     * @enum {string}
                     */
                    standing?: "member" | "finance" | "admin";
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Preview"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postSentences: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "sentence": "let priya@ondaverde.example run on ad-account/summer-crossings until 31 may 2027"
                 *     }
                 */
                "application/json": {
                    sentence: string;
                    note?: string;
                    /** @description Where access is ended: whether its letter tells the note; the own history does in any case. */
                    tellNote?: boolean;
                    /**
                     * @description What somebody who is invited by it joins as; member unless said.
                     * @enum {string}
                     */
                    standing?: "member" | "finance" | "admin";
                    /** @description Whether what its preview asks about (`doubts`) was read, and it is meant so. */
                    sure?: boolean;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Said"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postSentencesLetters: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "sentence": "let priya@ondaverde.example run on ad-account/summer-crossings until 31 may 2027"
                 *     }
                 */
                "application/json": {
                    sentence: string;
                    note?: string;
                    /** @description Where access is ended: whether its letter tells the note; the own history does in any case. */
                    tellNote?: boolean;
                    /**
                     * @description What somebody who is invited by it joins as; member unless said.
                     * @enum {string}
                     */
                    standing?: "member" | "finance" | "admin";
                    /** @description Whether what its preview asks about (`doubts`) was read, and it is meant so. */
                    sure?: boolean;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LettersToBe"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getProposals: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
                state?: "open" | "all";
                /**
                 * @description One kind alone: `ask`, `invitation`, …
                 * @example ad-account
                 */
                kind?: string;
                /** @description What the business sent, or what other businesses sent it. */
                side?: "sent" | "received";
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["Proposal"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postProposalsByProposalWithdrawal: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        neverSent: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postProposalsByProposalReminder: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        sentTo: string;
                        staysOpenUntil: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getProposalsByProposal: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Proposal"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postProposalsByProposalPassOn: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        link: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postProposalsByProposalMove: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "confirmed": true
                 *     }
                 */
                "application/json": {
                    confirmed: boolean;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postInvitationsMoving: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "link": "AZnA3gAAcACAAAAAAAAAAQAB0mAlB2dTQkGZ1Vt3kVbM9A",
                 *       "address": "priya@ondaverde.example"
                 *     }
                 */
                "application/json": {
                    link: string;
                    address: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        sentTo: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postInvitationsReading: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "link": "AZnA3gAAcACAAAAAAAAAAQAB0mAlB2dTQkGZ1Vt3kVbM9A"
                 *     }
                 */
                "application/json": {
                    link: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        proposal: components["schemas"]["Proposal"];
                        /** @description Whether the address has a sign-in already. */
                        known: boolean;
                        signedInAs: string | null;
                        /** @description Whether the link was passed on, so that it proves no address. */
                        passedOn: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postInvitationsAcceptance: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "link": "AZnA3gAAcACAAAAAAAAAAQAB0mAlB2dTQkGZ1Vt3kVbM9A"
                 *     }
                 */
                "application/json": {
                    link: string;
                    /**
                     * @description What is left to who held the business in trust, where the chair is taken; nothing unless said.
                     * @enum {string}
                     */
                    keeping?: "watch" | "draft" | "run" | "steward";
                    signIn?: {
                        name: string;
                        password: string;
                    };
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        business: {
                            number: string;
                            name: string;
                        };
                        person: {
                            id: string;
                            name: string;
                        };
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postInvitationsRefusal: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "link": "AZnA3gAAcACAAAAAAAAAAQAB0mAlB2dTQkGZ1Vt3kVbM9A"
                 *     }
                 */
                "application/json": {
                    link: string;
                    reason?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMeProposals: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["Proposal"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeProposalsByProposalAcceptance: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /** @example {} */
                "application/json": {
                    /**
                     * @description What is left to who held the business in trust, where the chair is taken; nothing unless said.
                     * @enum {string}
                     */
                    keeping?: "watch" | "draft" | "run" | "steward";
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        business: {
                            number: string;
                            name: string;
                        };
                        person: {
                            id: string;
                            name: string;
                        };
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeProposalsByProposalRefusal: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /** @example {} */
                "application/json": {
                    reason?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMeProposalsByProposal: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Proposal"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postProposalsByProposalAcceptance: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "less": "watch on ad-account/summer-crossings"
                 *     }
                 */
                "application/json": {
                    /** @description What is accepted or granted instead: `watch on …`. Never more than was proposed. */
                    less?: string;
                    reason?: string;
                    /** @description Whether they may give access to others, where that is asked: no, unless said. */
                    mayGiveAccess?: boolean;
                    /** @description `means/…`: what you pay with from then on, where your yes makes you pay. */
                    means?: string;
                    /** @description Whether who pays stays as it is, where the rest can be accepted without. */
                    payerStays?: boolean;
                    /** @description Lines of a handover’s account that are to fall too, by their keys. */
                    falls?: string[];
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        less: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postProposalsByProposalRefusal: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /** @example {} */
                "application/json": {
                    reason?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        less: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getProposalsByProposalThings: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-00000000000a */
                proposal: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AskedThings"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postAsks: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "wanted": "run our adverts",
                 *       "reason": "The summer is over."
                 *     }
                 */
                "application/json": {
                    /** @description As a sentence without “let” and whom: `run on ad-account/summer-crossings until 2027-03-31`. In the own business things may be named by what they are called, in quotes: `watch on "Winter Freight"`. */
                    wanted: string;
                    reason: string;
                    /** @description A colleague whom it is for, by an address of theirs; without it, oneself. */
                    whom?: string;
                    /** @description Another business, by its number or as `business/…`: without it the own business is asked, or the owner of the assets that are named by number alone. */
                    of?: string;
                    /** @description Whom another business can write to about it. */
                    contact?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        proposal: string;
                        result: string;
                        goesTo: {
                            name: string;
                            address: string;
                        }[];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postLinksPreview: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "sentence": "link ad-account/summer-crossings under manager-account/gullwright-travel at run hiding revenue"
                 *     }
                 */
                "application/json": {
                    /** @description `link A-2718-2818-24 under manager-account/… at run`, or `unlink … from …`. */
                    sentence: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LinkPreview"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postLinks: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "sentence": "link ad-account/summer-crossings under manager-account/gullwright-travel at run hiding revenue"
                 *     }
                 */
                "application/json": {
                    /** @description `link A-2718-2818-24 under manager-account/… at run`, or `unlink … from …`. */
                    sentence: string;
                    note?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Linked"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postLinksChecks: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "text": "A-6552-0897-45",
                 *       "under": "manager-account/gullwright-travel"
                 *     }
                 */
                "application/json": {
                    text: string;
                    under: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["NumbersChecked"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getTree: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Tree"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getManagerAccountsByAssetAccounts: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
                /**
                 * @description The last so many days, against as many before.
                 * @example 14
                 */
                days?: number;
                order?: "name" | "spend" | "results" | "costOfResult" | "revenue";
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example ad-account/summer-crossings */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AccountsCompared"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putManagerAccountsByAssetAccountsByAccountLabel: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example ad-account/summer-crossings */
                asset: string;
                /** @example ad-account/summer-crossings */
                account: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "label": "Ferries, summer"
                 *     }
                 */
                "application/json": {
                    label: string | null;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putManagerAccountsByAssetAccountsByAccountFreeze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example ad-account/summer-crossings */
                asset: string;
                /** @example ad-account/summer-crossings */
                account: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteManagerAccountsByAssetAccountsByAccountFreeze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example ad-account/summer-crossings */
                asset: string;
                /** @example ad-account/summer-crossings */
                account: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMeans: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["Means"][];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeans: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "opening": "0199c0de-0000-7000-8000-000000000008"
                 *     }
                 */
                "application/json": {
                    /** Format: uuid */
                    opening: string;
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        handle: string;
                        said: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postMeansOpenings: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "platform": "marram"
                 *     }
                 */
                "application/json": {
                    platform: string;
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        id: string;
                        /** @description The page of the platform on which it is registered. */
                        shownAt: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteMeansByMeans: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example means/harbour-card */
                means: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postBillingPreview: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "sentence": "billing ad-account/summer-crossings to noor@ondaverde.example with means/harbour-card"
                 *     }
                 */
                "application/json": {
                    /** @description `billing ad-account/… to noor@… with means/… from 2027-01-01` */
                    sentence: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BillingPreview"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postBilling: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "sentence": "billing ad-account/summer-crossings to noor@ondaverde.example with means/harbour-card"
                 *     }
                 */
                "application/json": {
                    /** @description `billing ad-account/… to noor@… with means/… from 2027-01-01` */
                    sentence: string;
                    note?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BillingDone"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getAssetsByAssetBilling: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example ad-account/summer-crossings */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AccountPaying"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteAssetsByAssetBillingPlanned: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example ad-account/summer-crossings */
                asset: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postHandoversPreview: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "sentence": "hand over ad-account/harbour-parking to B-1414-2135-81 because \"The board runs the parking now.\""
                 *     }
                 */
                "application/json": {
                    /** @description `hand over page/… to B-… keeping run with billing because "…"` */
                    sentence: string;
                    /** @description Lines of the account that are to fall, by their keys. */
                    falls?: string[];
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HandoverPreview"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getHandovers: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            id: string;
                            /** @enum {string} */
                            state: "cooling" | "completed" | "stopped";
                            what: string;
                            from: {
                                number: string;
                                name: string;
                            };
                            to: {
                                number: string;
                                name: string;
                            };
                            /** Format: date-time */
                            completesAt: string;
                            /** Format: date-time */
                            endedAt: string | null;
                        }[];
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postHandovers: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "sentence": "hand over ad-account/harbour-parking to B-1414-2135-81 because \"The board runs the parking now.\""
                 *     }
                 */
                "application/json": {
                    /** @description `hand over page/… to B-… keeping run with billing because "…"` */
                    sentence: string;
                    /** @description Lines of the account that are to fall, by their keys. */
                    falls?: string[];
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HandoverSaid"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getHandoversByHandover: {
        parameters: {
            query?: {
                /**
                 * @description Lines that you would let fall too, by their keys, parted by commas.
                 * @example grant/0199c0de-0000-7000-8000-00000000000b
                 */
                falls?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-000000000005 */
                handover: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Handover"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postHandoversByHandoverStop: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-000000000005 */
                handover: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /** @example {} */
                "application/json": {
                    reason?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postHandoversByHandoverSigning: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-000000000005 */
                handover: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putCooling: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "hours": 72
                 *     }
                 */
                "application/json": {
                    /** @description Between the yes and the completion. */
                    hours: number;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getContests: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["Contest"][];
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postContests: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "claim": "0199c0de-0000-7000-8000-000000000003",
                 *       "reason": "The summer is over."
                 *     }
                 */
                "application/json": {
                    /** Format: uuid */
                    claim: string;
                    reason: string;
                    /** @description What you pay for it with from then on, where it is paid for. */
                    means?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        contest: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postContestsByContestNo: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-000000000004 */
                contest: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /** @example {} */
                "application/json": {
                    reason?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postContestsByContestAgreement: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example 0199c0de-0000-7000-8000-000000000004 */
                contest: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMoney: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Money"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postLookUps: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "number": "B-2718-2818-72"
                 *     }
                 */
                "application/json": {
                    number: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FoundBusiness"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postBusinessInvitations: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "address": "priya@ondaverde.example"
                 *     }
                 */
                "application/json": {
                    address: string;
                    /** @description A word to them; it stands in the letter. */
                    note?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            202: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getPartners: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["PartnerInShort"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getPartnersByPartner: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example B-2718-2818-72 */
                partner: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Partner"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getPartnersByPartnerPeople: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example B-2718-2818-72 */
                partner: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["PartnersPerson"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getPartnersByPartnerReadiness: {
        parameters: {
            query: {
                /** @example run our adverts */
                purpose: string;
                /** @description Whether what the acting business gave the partner is enough for it, or what it got. */
                side?: "gave" | "got";
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example B-2718-2818-72 */
                partner: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Readiness"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putPartnersByPartnerFreeze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example B-2718-2818-72 */
                partner: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deletePartnersByPartnerFreeze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example B-2718-2818-72 */
                partner: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putPartnersByPartnerPeopleByPersonFreeze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example B-2718-2818-72 */
                partner: string;
                /** @example 0199c0de-0000-7000-8000-000000000009 */
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deletePartnersByPartnerPeopleByPersonFreeze: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
                /** @example B-2718-2818-72 */
                partner: string;
                /** @example 0199c0de-0000-7000-8000-000000000009 */
                person: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getHeld: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["SharedAsset"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putOffersAtOnce: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "offersAtOnce": true
                 *     }
                 */
                "application/json": {
                    offersAtOnce: boolean;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getCard: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        card: components["schemas"]["CallingCard"] | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putCard: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "introduction": "We sail between the islands, and look for who writes about it.",
                 *       "contact": "callum@gullwright.example",
                 *       "purposes": [
                 *         {
                 *           "name": "run our adverts",
                 *           "reason": "We look for an agency for the winter."
                 *         }
                 *       ]
                 *     }
                 */
                "application/json": {
                    introduction: string;
                    contact: string;
                    purposes: {
                        name: string;
                        reason: string;
                    }[];
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CallingCard"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    deleteCard: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        done: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getCardsByNumber: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-2718-2818-72 */
                number: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CallingCard"];
                };
            };
            400: components["responses"]["Problem400"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getCardsByNumberVcard: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-2718-2818-72 */
                number: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "text/vcard": string;
                };
            };
            400: components["responses"]["Problem400"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postInTrust: {
        parameters: {
            query?: never;
            header?: {
                /**
                 * @description Drawn by who asks; sent again with the same one it is answered the same and happens once.
                 * @example 0199c0de-0000-7000-8000-000000000007
                 */
                "Idempotency-Key"?: string;
            };
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "name": "Tide House",
                 *       "town": "Porto Verano",
                 *       "zone": "Europe/Lisbon"
                 *     }
                 */
                "application/json": {
                    name: string;
                    town: string;
                    zone: string;
                };
            };
        };
        responses: {
            /** @description Done */
            201: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        number: string;
                        name: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postChair: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "address": "priya@ondaverde.example"
                 *     }
                 */
                "application/json": {
                    address: string;
                    note?: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                        proposal: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getGrid: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
                /** @description Only rows of which this is so. */
                show?: "sees revenue" | "can spend" | "can give access" | "ends soon" | "no second step" | "outside people" | "invited";
                /** @example crossings */
                find?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Grid"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getGridCounts: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: {
                            /** @description The filter; null for everybody. */
                            show: string | null;
                            people: number;
                            /** @description How many of them are from outside. */
                            outside: number;
                        }[];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getSearch: {
        parameters: {
            query: {
                /** @example crossings */
                find: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Searched"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postDecisions: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "who": "priya@ondaverde.example",
                 *       "action": "ads.publish",
                 *       "asset": "ad-account/summer-crossings"
                 *     }
                 */
                "application/json": {
                    /** @description An e-mail address. */
                    who: string;
                    action: string;
                    /** @description A number, or kind/handle. */
                    asset: string;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Answer"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postAccessV1Evaluation: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "subject": {
                 *         "type": "person",
                 *         "id": "priya@ondaverde.example"
                 *       },
                 *       "action": {
                 *         "name": "ads.publish"
                 *       },
                 *       "resource": {
                 *         "type": "ad-account",
                 *         "id": "4471-2209"
                 *       }
                 *     }
                 */
                "application/json": {
                    subject: {
                        type: string;
                        id: string;
                        properties?: unknown;
                    };
                    action: {
                        name: string;
                        properties?: unknown;
                    };
                    resource: {
                        type: string;
                        id: string;
                        properties?: unknown;
                    };
                    context?: unknown;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Evaluation"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    postAccessV1Evaluations: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "subject": {
                 *         "type": "person",
                 *         "id": "priya@ondaverde.example"
                 *       },
                 *       "resource": {
                 *         "type": "ad-account",
                 *         "id": "4471-2209"
                 *       },
                 *       "evaluations": [
                 *         {
                 *           "action": {
                 *             "name": "ads.see"
                 *           }
                 *         },
                 *         {
                 *           "action": {
                 *             "name": "ads.publish"
                 *           }
                 *         }
                 *       ]
                 *     }
                 */
                "application/json": {
                    subject?: {
                        type?: string;
                        id?: string;
                        properties?: unknown;
                    } | null;
                    action?: {
                        name?: string;
                        properties?: unknown;
                    } | null;
                    resource?: {
                        type?: string;
                        id?: string;
                        properties?: unknown;
                    } | null;
                    context?: unknown;
                    evaluations?: {
                        subject?: {
                            type?: string;
                            id?: string;
                            properties?: unknown;
                        } | null;
                        action?: {
                            name?: string;
                            properties?: unknown;
                        } | null;
                        resource?: {
                            type?: string;
                            id?: string;
                            properties?: unknown;
                        } | null;
                        context?: unknown;
                    }[];
                    options?: {
                        /** @enum {string} */
                        evaluations_semantic?: "execute_all" | "deny_on_first_deny" | "permit_on_first_permit";
                    };
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        decision?: boolean;
                        context?: {
                            reason?: string;
                            level?: string;
                            sees?: ("spend" | "revenue" | "contacts")[];
                            /** @description Why this question could not be answered. */
                            error?: {
                                status: number;
                                message: string;
                            };
                        };
                        evaluations?: {
                            decision: boolean;
                            context?: {
                                reason?: string;
                                level?: string;
                                sees?: ("spend" | "revenue" | "contacts")[];
                                /** @description Why this question could not be answered. */
                                error?: {
                                    status: number;
                                    message: string;
                                };
                            };
                        }[];
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getWellKnownAuthzenConfiguration: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        policy_decision_point: string;
                        access_evaluation_endpoint: string;
                        access_evaluations_endpoint: string;
                    };
                };
            };
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getHistory: {
        parameters: {
            query?: {
                /** @example 50 */
                limit?: number;
                /** @example WyJBZ25lc2UiXQ */
                after?: string;
                /** @example ad-account/summer-crossings */
                asset?: string;
                /** @example 0199c0de-0000-7000-8000-000000000009 */
                person?: string;
                /** @example B-2718-2818-72 */
                partner?: string;
            };
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    Link: components["headers"]["Link"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        items: components["schemas"]["HistoryEntry"][];
                        /** @description What to give as `after` for the page that follows; null on the last page. */
                        next: string | null;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getHistoryVerification: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Verification"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getDesk: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Desk"];
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putDeskLeftAsIs: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @example B-4815-1623-97 */
                business: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "who": "priya@ondaverde.example",
                 *       "purpose": "run our adverts"
                 *     }
                 */
                "application/json": {
                    who: string;
                    purpose: string;
                    /** @description False: it is told again. */
                    meant?: boolean;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        result: string;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            404: components["responses"]["Problem404"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMeReminders: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        byLetter: boolean;
                    };
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    putMeReminders: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                /**
                 * @example {
                 *       "byLetter": false
                 *     }
                 */
                "application/json": {
                    byLetter: boolean;
                };
            };
        };
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "application/json": {
                        byLetter: boolean;
                    };
                };
            };
            400: components["responses"]["Problem400"];
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            409: components["responses"]["Problem409"];
            410: components["responses"]["Problem410"];
            413: components["responses"]["Problem413"];
            422: components["responses"]["Problem422"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
    getMeChanges: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done */
            200: {
                headers: {
                    "X-Request-ID": components["headers"]["RequestId"];
                    [name: string]: unknown;
                };
                content: {
                    "text/event-stream": string;
                };
            };
            401: components["responses"]["Problem401"];
            403: components["responses"]["Problem403"];
            429: components["responses"]["Problem429"];
            500: components["responses"]["Problem500"];
            503: components["responses"]["Problem503"];
            default: components["responses"]["Problem"];
        };
    };
}

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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": {
                        address: string;
                        password: string;
                        code?: string;
                    };
                };
            };
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            /** @enum {string|null} */
                            needs: "code" | null;
                            person: {
                                id: string;
                                name: string;
                            } | null;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
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
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            done: boolean;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
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
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Me"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        /** Begin to set up a second proof (TOTP, RFC 6238) */
        post: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        /** Take the second proof into use with its first code */
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": {
                        code: string;
                    };
                };
            };
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            done: boolean;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        delete: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            done: boolean;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": {
                        business: {
                            name: string;
                            town: string;
                            zone: string;
                        };
                        person: {
                            name: string;
                            address: string;
                            password: string;
                        };
                    };
                };
            };
            responses: {
                /** @description Done */
                202: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            sentTo: string;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        /** Open the business with the link from the letter */
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": {
                        link: string;
                    };
                };
            };
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            number: string;
                            name: string;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Business"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
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
        get: {
            parameters: {
                query?: {
                    limit?: number;
                    after?: string;
                    find?: string;
                };
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                    /** @description An id, or an e-mail address. */
                    person: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Person"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        /** What somebody reaches of the business’s assets */
        get: {
            parameters: {
                query?: {
                    limit?: number;
                    after?: string;
                };
                header?: never;
                path: {
                    business: string;
                    /** @description An id, or an e-mail address. */
                    person: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
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
        get: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
            parameters: {
                query?: {
                    limit?: number;
                    after?: string;
                    find?: string;
                };
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
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
                                holders: number;
                            }[];
                            /** @description What to give as `after` for the page that follows; null on the last page. */
                            next: string | null;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
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
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                    /** @description Its number, or its kind and handle as ad-account%2Fsummer-crossings. */
                    asset: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Asset"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        /** Give an asset another name or handle (If-Match keeps two from overwriting one another) */
        patch: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                    /** @description Its number, or its kind and handle as ad-account%2Fsummer-crossings. */
                    asset: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
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
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Asset"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
            parameters: {
                query?: {
                    limit?: number;
                    after?: string;
                };
                header?: never;
                path: {
                    business: string;
                    /** @description Its number, or its kind and handle as ad-account%2Fsummer-crossings. */
                    asset: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                    claim: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
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
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Asset"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
            parameters: {
                query?: {
                    limit?: number;
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": {
                        sentence: string;
                    };
                };
            };
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Preview"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": {
                        sentence: string;
                        note?: string;
                    };
                };
            };
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Said"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        /** What the business sent and what became of it */
        get: {
            parameters: {
                query?: {
                    limit?: number;
                    after?: string;
                    state?: "open" | "all";
                };
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                    proposal: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            done: boolean;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                    proposal: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            sentTo: string;
                            staysOpenUntil: string;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": {
                        link: string;
                    };
                };
            };
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            proposal: components["schemas"]["Proposal"];
                            /** @description Whether the address has a sign-in already. */
                            known: boolean;
                            signedInAs: string | null;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": {
                        link: string;
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
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
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
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            done: boolean;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    proposal: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
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
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    proposal: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": {
                        reason?: string;
                    };
                };
            };
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            done: boolean;
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    proposal: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Proposal"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
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
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Answer"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
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
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Evaluation"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": {
                        subject?: {
                            type: string;
                            id: string;
                            properties?: unknown;
                        };
                        action?: {
                            name: string;
                            properties?: unknown;
                        };
                        resource?: {
                            type: string;
                            id: string;
                            properties?: unknown;
                        };
                        context?: unknown;
                        evaluations?: {
                            subject?: {
                                type: string;
                                id: string;
                                properties?: unknown;
                            };
                            action?: {
                                name: string;
                                properties?: unknown;
                            };
                            resource?: {
                                type: string;
                                id: string;
                                properties?: unknown;
                            };
                            context?: unknown;
                        }[];
                        options?: unknown;
                    };
                };
            };
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": {
                            evaluations: components["schemas"]["Evaluation"][];
                        };
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
            parameters: {
                query?: {
                    limit?: number;
                    after?: string;
                    asset?: string;
                    person?: string;
                };
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
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
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Verification"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    business: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description Done */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Desk"];
                    };
                };
                /** @description A problem */
                default: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/problem+json": components["schemas"]["Problem"];
                    };
                };
            };
        };
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
            code: "access.not-yours-to-give" | "action.unknown" | "address.invalid" | "asset.unknown" | "business.last-admin" | "business.unknown" | "claim.held-elsewhere" | "claim.lapsed" | "claim.not-on-platform" | "claim.unknown" | "claim.wrong-code" | "date.order" | "date.past" | "grant.above-own-level" | "grant.unknown" | "handle.invalid" | "handle.taken" | "holder.not-yet" | "key.reused" | "link.replaced" | "link.unknown" | "number.malformed" | "number.wrong-check" | "number.wrong-kind" | "opening.lapsed" | "password.common" | "person.known" | "person.unknown" | "platform.away" | "platform.unknown" | "proof.needed" | "proof.wrong" | "proposal.answered" | "proposal.lapsed" | "proposal.unknown" | "proposal.wrong-person" | "request.invalid" | "request.too-large" | "request.too-many" | "resource.unknown" | "sentence.unreadable" | "service.database-away" | "service.fault" | "sign-in.needed" | "sign-in.wrong" | "standing.not-enough" | "version.stale";
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
            admins: {
                id: string;
                name: string;
                address: string;
            }[];
        };
        Person: {
            id: string;
            name: string;
            address: string;
            standing: string;
            /** Format: date-time */
            since: string;
            invitedBy: string | null;
            secondProof: boolean;
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
            level: string;
            may: string;
            sees: ("spend" | "revenue" | "contacts")[];
            hidden: ("spend" | "revenue" | "contacts")[];
            canSpend: boolean;
            /** @description Each path as a sentence. */
            through: string[];
            /** Format: date-time */
            until: string | null;
            /** Format: date-time */
            lastUsed: string | null;
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
            payment: string | null;
            /** Format: date-time */
            broughtInAt: string;
            archived: boolean;
            version: number;
            /** @description Whether you may give and take access here. */
            canGiveAccess: boolean;
            /** @description Who else can give access. */
            giveAccess: {
                id: string;
                name: string;
                address: string;
            }[];
        };
        Holder: {
            person: {
                id: string | null;
                name: string;
                address: string;
            };
            /** @enum {string} */
            state: "in force" | "waiting" | "not begun";
            tier: string | null;
            level: string;
            through: string;
            sees: ("spend" | "revenue" | "contacts")[];
            hidden: ("spend" | "revenue" | "contacts")[];
            signsInWith: string | null;
            invitedBy: string | null;
            /** Format: date-time */
            since: string | null;
            /** Format: date-time */
            lastUsed: string | null;
            /** Format: date-time */
            until: string | null;
            proposal: string | null;
            grant: string | null;
        };
        Preview: {
            sentence: string;
            /** @enum {string} */
            verb: "let" | "end";
            summary: string;
            who: {
                address: string;
                name: string | null;
                /** @enum {string} */
                state: "member" | "invited" | "known" | "new";
            };
            assets: {
                number: string;
                kind: string;
                noun: string;
                handle: string;
                name: string;
                given: string;
                tier: string | null;
                may: string;
                mayNot: string;
                sees: ("spend" | "revenue" | "contacts")[];
                hidden: ("spend" | "revenue" | "contacts")[];
                money: string | null;
                change: string;
                difference: string | null;
            }[];
            from: string | null;
            until: {
                /** Format: date-time */
                at: string;
                words: string;
            } | null;
            staysOpenUntil: string | null;
            takesProof: boolean;
            proofIsFresh: boolean;
            mails: {
                to: string;
                about: string;
            }[];
            notes: string[];
        };
        Said: {
            sentence: string;
            result: string;
            /** @enum {string} */
            outcome: "given" | "changed" | "same" | "invited" | "invitation changed" | "ended";
            grants: string[];
            proposal: string | null;
        };
        Proposal: {
            id: string;
            kind: string;
            /** @enum {string} */
            state: "open" | "accepted" | "declined" | "withdrawn" | "lapsed";
            business: {
                number: string;
                name: string;
                town: string;
                cloth: string;
                zone: string;
                /** Format: date-time */
                since: string;
            };
            to: string;
            standing: string;
            by: {
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
                may: string;
                mayNot: string;
                sees: ("spend" | "revenue" | "contacts")[];
                hidden: ("spend" | "revenue" | "contacts")[];
                money: string | null;
                /** Format: date-time */
                until: string | null;
            }[];
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
            /** @description Sent, and not answered yet. */
            waiting: {
                proposal: string;
                to: string;
                assets: string[];
                /** Format: date-time */
                openedAt: string;
                /** Format: date-time */
                lapsesAt: string;
                by: string;
            }[];
            /** @description Waits for your answer. */
            received: {
                proposal: string;
                from: string;
                business: string;
                assets: string[];
                /** Format: date-time */
                openedAt: string;
                /** Format: date-time */
                lapsesAt: string;
            }[];
            /** @description Ends within 30 days. */
            ending: {
                grant: string;
                person: string;
                personId: string;
                asset: string;
                kind: string;
                handle: string;
                /** Format: date-time */
                until: string;
            }[];
            unfinished: {
                personId: string;
                person: string;
                address: string;
                /** Format: date-time */
                since: string;
                /** @enum {string} */
                lacks: "assets" | "second proof";
            }[];
        };
    };
    responses: never;
    parameters: never;
    requestBodies: never;
    headers: never;
    pathItems: never;
}
export type $defs = Record<string, never>;
export type operations = Record<string, never>;

package plainsieve.server.access.openid;

import java.time.Instant;

/**
 * The state of a sign-in with an external service, kept encrypted in the browser.
 *
 * @param state what the service gives back with its answer
 * @param nonce what the service puts into its answer
 * @param verifier whose digest the service was reported (PKCE)
 * @param back the page to come back to, of this server
 */
record AuthorizationState(
        String state, String nonce, String verifier, String redirectUri, String back, Instant begun) {}

package plainsieve.server.openid;

import java.time.Instant;

/**
 * Someone on the way to the service and back, as their browser keeps it, locked: no server has to remember it.
 *
 * @param state what the service gives back with its answer
 * @param nonce what the service puts into its answer
 * @param verifier whose digest the service was reported (PKCE)
 * @param back the page to come back to, of this server
 */
record AuthorizationState(
        String state, String nonce, String verifier, String redirectUri, String back, Instant begun) {}

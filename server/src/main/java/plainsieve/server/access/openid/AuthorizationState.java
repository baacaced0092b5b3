package plainsieve.server.access.openid;

import java.time.Instant;

/**
 * The state of a sign-in with an external service, stored encrypted in the browser.
 *
 * @param state returned by the provider
 * @param nonce contained in the ID token
 * @param verifier of PKCE, whose digest was sent to the provider
 * @param back the page of this server to return to
 */
record AuthorizationState(
        String state, String nonce, String verifier, String redirectUri, String back, Instant begun) {}

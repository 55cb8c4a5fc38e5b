package inky.courier.mail;

import inky.courier.connection.AccessTokens;
import java.util.Optional;

/**
 * Where the access tokens of a mail server are had (OAuth 2), and as whom.
 *
 * @param endpoint empty for a sign-in without tokens
 * @param clientSecret of a confidential client, in clear, never to be shown; empty for a public one
 */
record TokenSource(String endpoint, String clientId, String clientSecret) {
    static final TokenSource NONE = new TokenSource("", "", "");

    AccessTokens.Client client() {
        return new AccessTokens.Client(endpoint, clientId, clientSecret, Optional.empty());
    }

    @Override
    public String toString() {
        return "TokenSource[" + endpoint + "]";
    }
}

package inky.courier.core.destination;

import java.util.Objects;

/**
 * How people allow Courier into their cloud folder (RFC 8628).
 *
 * @param codes address of the device authorization endpoint
 * @param tokens address of the token endpoint
 * @param revocation address where the cloud is told that a consent is withdrawn (RFC 7009); empty when it has none
 * @param clientId as which Courier is known there
 * @param scope what Courier asks for; empty for what the cloud gives by itself
 */
public record ConsentSettings(String codes, String tokens, String revocation, String clientId, String scope) {
    public static final ConsentSettings NONE = new ConsentSettings("", "", "", "", "");

    public ConsentSettings {
        codes = Objects.requireNonNullElse(codes, "");
        tokens = Objects.requireNonNullElse(tokens, "");
        // Settings that were kept before there was such an address have none.
        revocation = Objects.requireNonNullElse(revocation, "");
        clientId = Objects.requireNonNullElse(clientId, "");
        scope = Objects.requireNonNullElse(scope, "");
    }

    /** Whether the same client asks at the same addresses, so that its secret may be shown there. */
    public boolean isSameClient(ConsentSettings other) {
        return codes.equals(other.codes)
                && tokens.equals(other.tokens)
                && revocation.equals(other.revocation)
                && clientId.equals(other.clientId);
    }
}

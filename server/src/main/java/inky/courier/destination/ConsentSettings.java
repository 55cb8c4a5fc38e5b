package inky.courier.destination;

import jakarta.annotation.Nullable;

/**
 * How people allow Courier into their cloud folder (RFC 8628).
 *
 * @param codes address of the device authorization endpoint
 * @param tokens address of the token endpoint
 * @param revocation address where the cloud is told that a consent is withdrawn (RFC 7009); empty when it has none
 * @param clientId as which Courier is known there
 * @param scope what Courier asks for; empty for what the cloud gives by itself
 */
public record ConsentSettings(
        String codes, String tokens, @Nullable String revocation, String clientId, String scope) {
    public static final ConsentSettings NONE = new ConsentSettings("", "", "", "", "");

    public ConsentSettings {
        // Settings that were kept before there was such an address have none.
        revocation = revocation == null ? "" : revocation;
    }

    /** Whether the same client asks at the same addresses, so that its secret may be shown there. */
    boolean isSameClient(ConsentSettings other) {
        return codes.equals(other.codes)
                && tokens.equals(other.tokens)
                && revocation.equals(other.revocation)
                && clientId.equals(other.clientId);
    }
}

package inky.courier.destination;

/**
 * How people allow Courier into their cloud folder (RFC 8628).
 *
 * @param codes address of the device authorization endpoint
 * @param tokens address of the token endpoint
 * @param clientId as which Courier is known there
 * @param scope what Courier asks for; empty for what the cloud gives by itself
 */
public record ConsentSettings(String codes, String tokens, String clientId, String scope) {
    public static final ConsentSettings NONE = new ConsentSettings("", "", "", "");
}

package inky.courier.core.connection;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.Locale;

/** What may be entered as the address of a service. */
public final class SafeAddress {
    private static final int LONGEST = 250;

    private SafeAddress() {}

    /**
     * Whether secrets may be sent there: RFC 8628 section 3.1 and RFC 6749 section 3.2 ask for TLS; only this machine itself
     * is near enough without.
     */
    public static boolean isForSecrets(String text) {
        return isWeb(text)
                && (text.strip().toLowerCase(Locale.ROOT).startsWith("https:")
                        || text.strip().matches("(?i)http://(127\\.[0-9.]+|localhost)(:\\d+)?(/.*)?"));
    }

    public static boolean isWeb(String text) {
        try {
            URI uri = new URI(text.strip());
            String scheme = String.valueOf(uri.getScheme()).toLowerCase(Locale.ROOT);
            return (scheme.equals("https") || scheme.equals("http"))
                    && uri.getHost() != null
                    && uri.getUserInfo() == null
                    && uri.getQuery() == null
                    && uri.getFragment() == null
                    && text.length() <= LONGEST;
        } catch (URISyntaxException e) {
            return false;
        }
    }
}

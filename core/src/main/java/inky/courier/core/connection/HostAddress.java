package inky.courier.core.connection;

/** The name or address of a server, as a person writes it. */
public final class HostAddress {
    private static final String NAME = "[A-Za-z0-9]([A-Za-z0-9.-]{0,251}[A-Za-z0-9])?";

    private HostAddress() {}

    /** RFC 1123 section 2.1 and RFC 791; nothing that could begin another argument, header or path. */
    public static boolean isValid(String text) {
        return text.matches(NAME);
    }
}

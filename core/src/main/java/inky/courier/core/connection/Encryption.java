package inky.courier.core.connection;

/** How a line is encrypted. */
public enum Encryption {
    NONE("not encrypted"),
    /** Begins plain and changes: STARTTLS of RFC 3207, AUTH TLS of RFC 4217; required when chosen, never given up silently. */
    STARTTLS("STARTTLS"),
    /** TLS from the first byte, RFC 8314. */
    TLS("TLS from the start");

    private final String words;

    Encryption(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}

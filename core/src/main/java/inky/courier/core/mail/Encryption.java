package inky.courier.core.mail;

/** How the line to a mail server is encrypted. */
public enum Encryption {
    NONE("not encrypted"),
    /** RFC 3207; required when chosen, never given up silently. */
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

package inky.courier.core.connection;

/** How the certificate of a server is judged. */
public enum CertificateCheck {
    /** Signed by somebody this machine trusts, in date, for this name. */
    MUST_BE_VALID,
    /** The one that an administrator has seen and accepted, by its SHA-256 fingerprint. */
    EXACTLY_THIS,
    /** Not at all: anybody in between could read along. */
    OFF;

    /** 32 bytes, in hexadecimal digits with colons between. */
    private static final String FINGERPRINT = "([0-9A-Fa-f]{2}:){31}[0-9A-Fa-f]{2}";

    /** Whether it has what it needs: the fingerprint, where exactly one certificate is accepted. */
    public boolean knowsWhom(String fingerprint) {
        return this != EXACTLY_THIS || fingerprint.matches(FINGERPRINT);
    }
}

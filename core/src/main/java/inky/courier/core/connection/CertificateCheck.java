package inky.courier.core.connection;

/** How a mail server's certificate is judged. */
public enum CertificateCheck {
    /** Signed by somebody this machine trusts, in date, for this name. */
    MUST_BE_VALID,
    /** The one that an administrator has seen and accepted, by its SHA-256 fingerprint. */
    EXACTLY_THIS,
    /** Not at all: anybody in between could read along. */
    OFF
}

package inky.courier.core.connection;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;

/** Why a far side is not reached, or not over an encrypted line; the same for every protocol. */
public enum ConnectionCause implements Cause {
    NAME_NOT_FOUND(
            Lasting.UNTIL_MENDED, "The server's name is not known.", "Check the spelling, or enter its IP address."),
    NOT_REACHED(
            Lasting.PASSES,
            "Nothing answers at this address and port.",
            "Check the port, and whether a firewall blocks it."),
    LINE_LOST(
            Lasting.PASSES,
            "The connection was lost before the server answered.",
            "Courier tries again automatically. If this persists, ask the server's administrator."),
    TLS_FAILED(
            Lasting.UNTIL_MENDED,
            "The server and Courier have no encryption method in common.",
            "If the connection starts without TLS and upgrades, choose that; otherwise ask the server's administrator for TLS 1.2 or newer."),
    CERTIFICATE_UNKNOWN(
            Lasting.UNTIL_MENDED,
            "The server's certificate is not signed by an authority that this machine trusts.",
            "Compare the fingerprint with the server's administrator, then trust exactly this certificate."),
    CERTIFICATE_EXPIRED(
            Lasting.UNTIL_MENDED,
            "The server's certificate has expired.",
            "Ask the server's administrator for a new certificate."),
    CERTIFICATE_NOT_YET(
            Lasting.UNTIL_MENDED,
            "The server's certificate begins in the future: its clock and Courier's differ.",
            "Set both clocks by the same time server."),
    CERTIFICATE_OTHER_NAME(
            Lasting.UNTIL_MENDED,
            "The server's certificate is for another name.",
            "Use the name in the certificate, or trust exactly this certificate."),
    CERTIFICATE_CHANGED(
            Lasting.UNTIL_MENDED,
            "The server shows another certificate than the one you trusted.",
            "Compare the new fingerprint with the server's administrator before you trust it.");

    private final Told told;

    ConnectionCause(Lasting lasting, String sentence, String remedy) {
        this.told = new Told(lasting, sentence, remedy);
    }

    @Override
    public Told told() {
        return told;
    }
}

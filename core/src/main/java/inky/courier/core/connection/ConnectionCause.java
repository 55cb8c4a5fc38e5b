package inky.courier.core.connection;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;

/** Why a far side is not reached, or not over an encrypted line; the same for every protocol. */
public enum ConnectionCause implements Cause {
    NAME_NOT_FOUND(
            Lasting.UNTIL_MENDED,
            "The server's name is not known.",
            "Check the name for a slip, or write its address."),
    NOT_REACHED(
            Lasting.PASSES,
            "Nothing answers at this address and port.",
            "Check the port, and whether a firewall stands between."),
    LINE_LOST(
            Lasting.PASSES,
            "The line broke before the server had answered.",
            "Courier tries again by itself. If it stays so, ask who runs the server."),
    TLS_FAILED(
            Lasting.UNTIL_MENDED,
            "Server and Courier found no common encryption.",
            "If the line begins plain and changes to TLS, choose that; else ask who runs the server for TLS 1.2 or newer."),
    CERTIFICATE_UNKNOWN(
            Lasting.UNTIL_MENDED,
            "The server's certificate is not signed by anybody this machine trusts.",
            "Compare the fingerprint with who runs the server, then trust exactly this certificate."),
    CERTIFICATE_EXPIRED(
            Lasting.UNTIL_MENDED,
            "The server's certificate has expired.",
            "Ask who runs the server for a new certificate."),
    CERTIFICATE_NOT_YET(
            Lasting.UNTIL_MENDED,
            "The server's certificate begins in the future: its clock and Courier's differ.",
            "Set both clocks by the same time server."),
    CERTIFICATE_OTHER_NAME(
            Lasting.UNTIL_MENDED,
            "The server's certificate is for another name.",
            "Write the name that stands in the certificate, or trust exactly this certificate."),
    CERTIFICATE_CHANGED(
            Lasting.UNTIL_MENDED,
            "The server shows another certificate than the one you trusted.",
            "Compare the new fingerprint with who runs the server before you trust it.");

    private final Told told;

    ConnectionCause(Lasting lasting, String sentence, String remedy) {
        this.told = new Told(lasting, sentence, remedy);
    }

    @Override
    public Told told() {
        return told;
    }
}

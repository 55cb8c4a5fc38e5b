package inky.courier.core.connection;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;

/** Why a far side is not reached, or not over an encrypted line; the same for every protocol. */
public enum ConnectionCause implements Cause {
    NAME_NOT_FOUND(Lasting.UNTIL_MENDED),
    NOT_REACHED(Lasting.PASSES),
    LINE_LOST(Lasting.PASSES),
    TLS_FAILED(Lasting.UNTIL_MENDED),
    CERTIFICATE_UNKNOWN(Lasting.UNTIL_MENDED),
    CERTIFICATE_EXPIRED(Lasting.UNTIL_MENDED),
    CERTIFICATE_NOT_YET(Lasting.UNTIL_MENDED),
    CERTIFICATE_OTHER_NAME(Lasting.UNTIL_MENDED),
    CERTIFICATE_CHANGED(Lasting.UNTIL_MENDED);

    private final Lasting lasting;

    ConnectionCause(Lasting lasting) {
        this.lasting = lasting;
    }

    @Override
    public String area() {
        return "connection";
    }

    @Override
    public Lasting lasting() {
        return lasting;
    }
}

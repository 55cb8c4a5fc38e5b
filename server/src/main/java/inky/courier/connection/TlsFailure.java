package inky.courier.connection;

import inky.courier.core.connection.ConnectionCause;
import javax.net.ssl.SSLException;
import javax.net.ssl.SSLHandshakeException;
import javax.net.ssl.SSLProtocolException;

/** What it means that TLS did not come about, or ended. */
public final class TlsFailure {
    /** How Java says that the other side gave up; alerts about what both can do come as {@link SSLHandshakeException}. */
    private static final String GAVE_UP = "Received fatal alert";

    private TlsFailure() {}

    /**
     * RFC 5246 section 7.2.2 (from memory): handshake_failure, protocol_version and the like say that both have nothing in
     * common, which somebody has to mend; unexpected_message, bad_record_mac and internal_error come of the moment, and pass.
     */
    public static ConnectionCause of(SSLException e) {
        boolean ofTheMoment = e instanceof SSLProtocolException
                || !(e instanceof SSLHandshakeException)
                        && String.valueOf(e.getMessage()).contains(GAVE_UP);
        return ofTheMoment ? ConnectionCause.LINE_LOST : ConnectionCause.TLS_FAILED;
    }
}

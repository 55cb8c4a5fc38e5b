package inky.courier.folder;

import inky.courier.connection.TrustPolicy;
import java.io.IOException;
import java.net.Socket;
import javax.net.SocketFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLSocket;
import org.apache.commons.net.ftp.FTPSClient;

/**
 * FTP over TLS whose second line resumes the TLS session of the first, which many servers demand so that nobody else can
 * take the transfer over (RFC 4217 section 10.2 leaves it to them). Up to TLS 1.2: in 1.3 every resumption needs a ticket of
 * its own, and a line that only sends never reads one.
 */
final class ResumingFtps extends FTPSClient {
    private final SSLContext context;
    private boolean dataProtected;

    ResumingFtps(boolean fromTheStart, TrustPolicy policy) {
        this(fromTheStart, policy, policy.context());
    }

    private ResumingFtps(boolean fromTheStart, TrustPolicy policy, SSLContext context) {
        super(fromTheStart, context);
        this.context = context;
        setTrustManager(policy);
        setEndpointCheckingEnabled(false);
        setEnabledProtocols(new String[] {"TLSv1.2"});
    }

    /** RFC 4217 section 9: the second line is private only when both PBSZ and PROT are said. */
    void protectData() throws IOException {
        execPROT("P");
        // The library would put TLS on the second line under its own address, for which no session is known.
        setSocketFactory(SocketFactory.getDefault());
        setServerSocketFactory(javax.net.ServerSocketFactory.getDefault());
        dataProtected = true;
    }

    @Override
    protected Socket _openDataConnection_(String command, String argument) throws IOException {
        Socket plain = super._openDataConnection_(command, argument);
        if (plain == null || !dataProtected || plain instanceof SSLSocket) {
            return plain;
        }
        try {
            int port = _socket_.getPort();
            SSLSocket secure = (SSLSocket)
                    context.getSocketFactory().createSocket(new SameDoor(plain, port), _hostname_, port, true);
            secure.setEnabledProtocols(getEnabledProtocols());
            secure.setUseClientMode(true);
            secure.startHandshake();
            return secure;
        } catch (IOException e) {
            plain.close();
            throw e;
        }
    }
}

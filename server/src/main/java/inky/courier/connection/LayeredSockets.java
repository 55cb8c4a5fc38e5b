package inky.courier.connection;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import javax.net.SocketFactory;
import javax.net.ssl.SSLSocketFactory;

/** TLS over lines that another factory makes. */
final class LayeredSockets extends SSLSocketFactory {
    private final SSLSocketFactory tls;
    private final SocketFactory lines;

    LayeredSockets(SSLSocketFactory tls, SocketFactory lines) {
        this.tls = tls;
        this.lines = lines;
    }

    @Override
    public String[] getDefaultCipherSuites() {
        return tls.getDefaultCipherSuites();
    }

    @Override
    public String[] getSupportedCipherSuites() {
        return tls.getSupportedCipherSuites();
    }

    /** Whoever asks for one puts TLS on it once it is connected. */
    @Override
    public Socket createSocket() throws IOException {
        return lines.createSocket();
    }

    @Override
    public Socket createSocket(Socket line, String host, int port, boolean closeIt) throws IOException {
        return tls.createSocket(line, host, port, closeIt);
    }

    @Override
    public Socket createSocket(String host, int port) throws IOException {
        return tls.createSocket(lines.createSocket(host, port), host, port, true);
    }

    @Override
    public Socket createSocket(InetAddress host, int port) throws IOException {
        return tls.createSocket(lines.createSocket(host, port), host.getHostAddress(), port, true);
    }

    @Override
    public Socket createSocket(String host, int port, InetAddress from, int fromPort) throws IOException {
        return createSocket(host, port);
    }

    @Override
    public Socket createSocket(InetAddress host, int port, InetAddress from, int fromPort) throws IOException {
        return createSocket(host, port);
    }
}

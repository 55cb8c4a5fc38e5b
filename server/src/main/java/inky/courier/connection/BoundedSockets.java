package inky.courier.connection;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketAddress;
import java.time.Duration;
import javax.net.SocketFactory;

/** Lines for dialogues of commands and replies: what comes is bounded in bytes, and the whole has a deadline. */
public final class BoundedSockets extends SocketFactory {
    private final long mostBytes;
    private final Duration time;

    /**
     * @param mostBytes that may come over one line
     * @param time from connecting to the end
     */
    public BoundedSockets(long mostBytes, Duration time) {
        this.mostBytes = mostBytes;
        this.time = time;
    }

    private final class Line extends Socket {
        private Bounded in;
        private Deadline deadline;

        @Override
        public void connect(SocketAddress address, int millis) throws IOException {
            // Commands are short: held back until the one before is acknowledged, each would wait 40 ms.
            setTcpNoDelay(true);
            super.connect(address, millis);
            deadline = Deadline.of(time, this);
        }

        @Override
        public synchronized InputStream getInputStream() throws IOException {
            if (in == null) {
                in = new Bounded(super.getInputStream(), mostBytes);
            }
            return in;
        }

        @Override
        public synchronized void close() throws IOException {
            if (deadline != null) {
                deadline.close();
            }
            super.close();
        }
    }

    @Override
    public Socket createSocket() {
        return new Line();
    }

    @Override
    public Socket createSocket(String host, int port) throws IOException {
        return connected(new InetSocketAddress(host, port));
    }

    @Override
    public Socket createSocket(InetAddress host, int port) throws IOException {
        return connected(new InetSocketAddress(host, port));
    }

    @Override
    public Socket createSocket(String host, int port, InetAddress from, int fromPort) throws IOException {
        return createSocket(host, port);
    }

    @Override
    public Socket createSocket(InetAddress host, int port, InetAddress from, int fromPort) throws IOException {
        return createSocket(host, port);
    }

    private Socket connected(InetSocketAddress address) throws IOException {
        Line line = new Line();
        line.connect(address, 0);
        return line;
    }
}

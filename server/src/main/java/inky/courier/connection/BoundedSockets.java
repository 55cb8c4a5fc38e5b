package inky.courier.connection;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketAddress;
import java.time.Duration;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import javax.net.SocketFactory;

/**
 * Lines for dialogues of commands and replies: what comes is bounded in bytes, and the whole has a deadline, a short one until
 * the far side has let Courier in. So one that says a byte now and then holds nobody for as long as a transfer may take.
 */
public final class BoundedSockets extends SocketFactory {
    private final long mostBytes;
    private final Duration opening;
    private final Duration time;
    private final Set<Line> lines = ConcurrentHashMap.newKeySet();
    private volatile boolean opened;

    /**
     * @param mostBytes that may come over one line
     * @param opening from connecting to {@link #opened}
     * @param time from connecting, or from being let in, to the end
     */
    public BoundedSockets(long mostBytes, Duration opening, Duration time) {
        this.mostBytes = mostBytes;
        this.opening = opening;
        this.time = time;
    }

    /** The far side has greeted and let Courier in: from now on there is as much time as a transfer may take. */
    public void opened() {
        opened = true;
        lines.forEach(line -> line.within(time));
    }

    private final class Line extends Socket {
        private Bounded in;
        private Deadline deadline;

        @Override
        public void connect(SocketAddress address, int millis) throws IOException {
            // Commands are short: held back until the one before is acknowledged, each would wait 40 ms.
            setTcpNoDelay(true);
            super.connect(address, millis);
            lines.add(this);
            within(opened ? time : opening);
        }

        private synchronized void within(Duration limit) {
            if (deadline != null) {
                deadline.close();
            }
            deadline = Deadline.of(limit, this);
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
            lines.remove(this);
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

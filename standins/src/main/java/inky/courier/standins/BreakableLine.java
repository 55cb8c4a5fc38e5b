package inky.courier.standins;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import javax.net.ssl.SSLContext;

/** A line in front of a service that can be told to break after so many bytes, to be slow, or to let nobody through. */
public final class BreakableLine implements AutoCloseable {
    private final ServerSocket entrance;
    private final InetSocketAddress service;
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private volatile long cutAfter = Long.MAX_VALUE;
    private volatile long bytesPerSecond = Long.MAX_VALUE;
    private volatile boolean deaf;

    private BreakableLine(ServerSocket entrance, InetSocketAddress service) {
        this.entrance = entrance;
        this.service = service;
    }

    public static BreakableLine before(String address, int port, InetSocketAddress service) throws IOException {
        return new BreakableLine(new ServerSocket(port, 64, InetAddress.getByName(address)), service).open();
    }

    /** One that takes TLS off, at any free port, for a service that speaks without. */
    static BreakableLine takingTlsOff(SSLContext tls, String address, InetSocketAddress service) throws IOException {
        ServerSocket entrance = tls.getServerSocketFactory().createServerSocket(0, 64, InetAddress.getByName(address));
        return new BreakableLine(entrance, service).open();
    }

    private BreakableLine open() {
        Thread thread = new Thread(this::welcome, "line " + port());
        thread.setDaemon(true);
        thread.start();
        return this;
    }

    public int port() {
        return entrance.getLocalPort();
    }

    /** Breaks each connection once so many bytes have come from the client. */
    public void cutAfter(long bytes) {
        cutAfter = bytes;
    }

    public void slow(long maxBytesPerSecond) {
        bytesPerSecond = maxBytesPerSecond;
    }

    /** Closes what connects, and what is connected. */
    public void deaf(boolean yes) {
        deaf = yes;
        if (yes) {
            hangUp();
        }
    }

    /** Closes what is connected; whoever comes again gets through. */
    public void hangUp() {
        open.forEach(BreakableLine::close);
    }

    public void behave() {
        cutAfter = Long.MAX_VALUE;
        bytesPerSecond = Long.MAX_VALUE;
        deaf = false;
    }

    private void welcome() {
        while (!entrance.isClosed()) {
            try {
                Socket client = entrance.accept();
                if (deaf) {
                    client.close();
                } else {
                    carry(client);
                }
            } catch (IOException e) {
                // Closed, or a client that went at once.
            }
        }
    }

    private void carry(Socket client) throws IOException {
        Socket server = new Socket();
        try {
            // A line adds no waiting of its own.
            client.setTcpNoDelay(true);
            server.setTcpNoDelay(true);
            server.connect(service, 5_000);
        } catch (IOException e) {
            client.close();
            return;
        }
        open.add(client);
        open.add(server);
        AtomicLong carried = new AtomicLong();
        start(() -> pump(client, server, carried));
        start(() -> pump(server, client, null));
    }

    private void start(Runnable pump) {
        Thread thread = new Thread(pump, "line");
        thread.setDaemon(true);
        thread.start();
    }

    private void pump(Socket from, Socket to, AtomicLong counted) {
        byte[] block = new byte[16_384];
        try {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            for (int read = in.read(block); read >= 0; read = in.read(block)) {
                if (counted != null && counted.addAndGet(read) > cutAfter) {
                    break;
                }
                out.write(block, 0, read);
                if (bytesPerSecond != Long.MAX_VALUE) {
                    Thread.sleep(read * 1000L / bytesPerSecond);
                }
            }
        } catch (IOException e) {
            // Either side has ended it.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        close(from);
        close(to);
        open.remove(from);
        open.remove(to);
    }

    private static void close(Socket socket) {
        try {
            socket.close();
        } catch (IOException e) {
            // It is closed either way.
        }
    }

    @Override
    public void close() throws IOException {
        entrance.close();
        open.forEach(BreakableLine::close);
    }
}

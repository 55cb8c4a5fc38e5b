package inky.courier.standins;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.channels.SelectionKey;
import java.nio.channels.Selector;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * A large office's devices: a thousand addresses, behind each of which one of a few stand-ins answers. Some are away: nobody
 * takes up the connection, as when a device drops what it is sent.
 */
public final class ManyAddresses implements AutoCloseable {
    private static final int A_NETWORK = 250;

    private final Selector selector = Selector.open();
    private final List<AutoCloseable> open = new ArrayList<>();
    private final List<InetSocketAddress> behind;
    private final ExecutorService threads = Executors.newCachedThreadPool(task -> daemon(task, "many addresses"));

    private ManyAddresses(List<InetSocketAddress> behind) throws IOException {
        this.behind = behind;
    }

    /**
     * @param behind stand-ins that answer, by turns
     * @param port at every address, 127.21.0.1 and following
     * @param away every how manieth is away; 0 for none
     */
    public static ManyAddresses open(int count, int port, List<InetSocketAddress> behind, int away) throws IOException {
        ManyAddresses many = new ManyAddresses(behind);
        for (int n = 0; n < count; n++) {
            InetSocketAddress address =
                    new InetSocketAddress("127.21." + n / A_NETWORK + "." + (n % A_NETWORK + 1), port);
            if (away > 0 && n % away == away - 1) {
                many.silent(address);
            } else {
                many.listen(address, n);
            }
        }
        daemon(many::run, "many addresses").start();
        return many;
    }

    private void listen(InetSocketAddress address, int n) throws IOException {
        ServerSocketChannel channel = ServerSocketChannel.open();
        open.add(channel);
        channel.bind(address, 16);
        channel.configureBlocking(false);
        channel.register(selector, SelectionKey.OP_ACCEPT, behind.get(n % behind.size()));
    }

    /** Full from the beginning: Linux then drops what else would connect. */
    private void silent(InetSocketAddress address) throws IOException {
        ServerSocket server = new ServerSocket(address.getPort(), 1, address.getAddress());
        open.add(server);
        for (int i = 0; i < 2; i++) {
            SocketChannel filling = SocketChannel.open();
            filling.configureBlocking(false);
            filling.connect(address);
            open.add(filling);
        }
    }

    private void run() {
        try {
            while (selector.isOpen()) {
                selector.select(key -> {
                    try {
                        SocketChannel line = ((ServerSocketChannel) key.channel()).accept();
                        if (line != null) {
                            line.configureBlocking(true);
                            threads.execute(() -> relay(line.socket(), (InetSocketAddress) key.attachment()));
                        }
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                });
            }
        } catch (IOException | java.nio.channels.ClosedSelectorException e) {
            // Closed.
        }
    }

    private void relay(Socket from, InetSocketAddress to) {
        try (from;
                Socket other = new Socket(to.getAddress(), to.getPort())) {
            threads.execute(() -> copy(from, other));
            copy(other, from);
        } catch (IOException e) {
            // One of the two has gone, and the other goes too.
        }
    }

    private static void copy(Socket from, Socket to) {
        try {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            in.transferTo(out);
            to.shutdownOutput();
        } catch (IOException e) {
            // The same.
        }
    }

    private static Thread daemon(Runnable task, String name) {
        Thread thread = new Thread(task, name);
        thread.setDaemon(true);
        return thread;
    }

    @Override
    public void close() throws IOException {
        selector.close();
        for (AutoCloseable one : open) {
            try {
                one.close();
            } catch (Exception e) {
                throw new IOException(e);
            }
        }
        threads.shutdownNow();
    }
}

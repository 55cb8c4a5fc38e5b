package inky.courier.standins;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.SocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.DatagramChannel;
import java.nio.channels.SelectionKey;
import java.nio.channels.Selector;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * A large office's devices: a thousand addresses, behind each of which one of a few stand-ins answers. Some are away: nobody
 * takes up the connection, as when a device drops what it is sent.
 */
public final class ManyAddresses implements AutoCloseable {
    private static final int A_NETWORK = 250;
    private static final int LARGEST_DATAGRAM = 65_535;

    private final Selector selector = Selector.open();
    private final List<AutoCloseable> open = new ArrayList<>();
    private final Map<InetAddress, StandInDevice> answering = new HashMap<>();
    private final ExecutorService threads = Executors.newCachedThreadPool(task -> daemon(task, "many addresses"));

    private ManyAddresses() throws IOException {}

    /**
     * @param behind stand-ins that answer, by turns
     * @param port at every address, 127.21.0.1 and following
     * @param away every how manieth is away; 0 for none
     */
    public static ManyAddresses open(int count, int port, List<StandInDevice> behind, int away) throws IOException {
        ManyAddresses many = new ManyAddresses();
        for (int n = 0; n < count; n++) {
            InetSocketAddress address =
                    new InetSocketAddress("127.21." + n / A_NETWORK + "." + (n % A_NETWORK + 1), port);
            if (away > 0 && n % away == away - 1) {
                many.silent(address);
            } else {
                many.listen(address, behind.get(n % behind.size()));
            }
        }
        daemon(many::run, "many addresses").start();
        return many;
    }

    private void listen(InetSocketAddress address, StandInDevice device) throws IOException {
        answering.put(address.getAddress(), device);
        ServerSocketChannel channel = ServerSocketChannel.open();
        open.add(channel);
        channel.bind(address, 16);
        channel.configureBlocking(false);
        channel.register(selector, SelectionKey.OP_ACCEPT, device);
    }

    /** Those that answer do so over SNMP version 2c too, as the stand-ins behind them. */
    public void snmp(int port) throws IOException {
        for (Map.Entry<InetAddress, StandInDevice> one : answering.entrySet()) {
            DatagramChannel channel = DatagramChannel.open();
            open.add(channel);
            channel.bind(new InetSocketAddress(one.getKey(), port));
            channel.configureBlocking(false);
            selector.wakeup();
            channel.register(selector, SelectionKey.OP_READ, one.getValue());
        }
    }

    private static void answer(DatagramChannel channel, StandInDevice device) throws IOException {
        ByteBuffer asked = ByteBuffer.allocate(LARGEST_DATAGRAM);
        SocketAddress from = channel.receive(asked);
        if (from != null) {
            byte[] datagram = Arrays.copyOf(asked.array(), asked.position());
            Optional<byte[]> answer = device.answerSnmp(datagram);
            if (answer.isPresent()) {
                channel.send(ByteBuffer.wrap(answer.get()), from);
            }
        }
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
                        if (key.channel() instanceof DatagramChannel channel) {
                            answer(channel, (StandInDevice) key.attachment());
                            return;
                        }
                        SocketChannel line = ((ServerSocketChannel) key.channel()).accept();
                        if (line != null) {
                            line.configureBlocking(true);
                            threads.execute(() -> relay(line.socket(), (StandInDevice) key.attachment()));
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

    private void relay(Socket from, StandInDevice to) {
        try (from;
                Socket other = new Socket(to.address(), to.port())) {
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

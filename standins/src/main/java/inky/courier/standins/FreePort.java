package inky.courier.standins;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ThreadLocalRandom;

/**
 * A port for a program that has to be told one before it starts. It lies below those that the kernel gives to
 * connections (Linux: from 32768, {@code ip_local_port_range}), so that no connection takes it in between, and stays
 * its owner's until the asking process ends, so that a program which is stopped finds it again when it starts anew:
 * whoever else asks here, in this process or another, at whatever address, gets another one.
 */
public final class FreePort {
    private static final int LOWEST = 20000;
    private static final int HIGHEST = 32000;

    /** A lock of a file each, which the system lets go when this process ends, however it does. */
    private static final Map<Integer, FileChannel> OURS = new HashMap<>();

    private FreePort() {}

    /** @throws IOException when none of many is free at this address */
    public static synchronized int at(String address) throws IOException {
        IOException last = new IOException("No port was tried.");
        for (int tries = 0; tries < 100; tries++) {
            int port = ThreadLocalRandom.current().nextInt(LOWEST, HIGHEST);
            if (!reserve(port)) {
                continue;
            }
            try (ServerSocket free = new ServerSocket()) {
                free.bind(new InetSocketAddress(address, port));
                return port;
            } catch (IOException e) {
                OURS.remove(port).close();
                last = e;
            }
        }
        throw last;
    }

    private static boolean reserve(int port) throws IOException {
        // To open and close a file of one's own would let its lock go.
        if (OURS.containsKey(port)) {
            return false;
        }
        Path folder = Files.createDirectories(Path.of(System.getProperty("java.io.tmpdir"), "courier-ports"));
        FileChannel file = FileChannel.open(
                folder.resolve(Integer.toString(port)), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        if (file.tryLock() == null) {
            file.close();
            return false;
        }
        OURS.put(port, file);
        return true;
    }
}

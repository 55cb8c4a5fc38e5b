package inky.courier.standins;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.util.concurrent.ThreadLocalRandom;

/**
 * A port for a program that has to be told one before it starts. It lies below those that the kernel gives to
 * connections (Linux: from 32768, {@code ip_local_port_range}), so that no connection takes it in between.
 */
public final class FreePort {
    private static final int LOWEST = 20000;
    private static final int HIGHEST = 32000;

    private FreePort() {}

    /** @throws IOException when none of many is free at this address */
    public static int at(String address) throws IOException {
        IOException last = new IOException("No port was tried.");
        for (int tries = 0; tries < 100; tries++) {
            int port = ThreadLocalRandom.current().nextInt(LOWEST, HIGHEST);
            try (ServerSocket free = new ServerSocket()) {
                free.bind(new InetSocketAddress(address, port));
                return port;
            } catch (IOException e) {
                last = e;
            }
        }
        throw last;
    }
}

package inky.courier.harness;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.MulticastSocket;
import java.net.NetworkInterface;
import java.util.Arrays;

/** What this machine's own network can do. */
public final class Loopback {
    private static final int MILLIS = 2_000;

    private Loopback() {}

    /** Whether programs on it can speak to each other as a group; some containers keep that from them. */
    public static boolean hasMulticast() {
        byte[] word = {1, 2, 3, 4};
        try (MulticastSocket socket = new MulticastSocket(0)) {
            NetworkInterface loopback = NetworkInterface.getByInetAddress(InetAddress.getLoopbackAddress());
            InetSocketAddress group =
                    new InetSocketAddress(InetAddress.getByName("224.0.0.251"), socket.getLocalPort());
            socket.setNetworkInterface(loopback);
            socket.joinGroup(group, loopback);
            socket.setSoTimeout(MILLIS);
            socket.send(new DatagramPacket(word, word.length, group));
            DatagramPacket heard = new DatagramPacket(new byte[word.length], word.length);
            socket.receive(heard);
            return Arrays.equals(heard.getData(), word);
        } catch (IOException e) {
            return false;
        }
    }
}

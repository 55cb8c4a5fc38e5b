package inky.courier.standins;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.MulticastSocket;
import java.net.NetworkInterface;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.PTRRecord;
import org.xbill.DNS.Record;
import org.xbill.DNS.SRVRecord;
import org.xbill.DNS.Section;
import org.xbill.DNS.TXTRecord;
import org.xbill.DNS.Type;

/**
 * Announces stand-in devices by DNS-SD (RFC 6763) over multicast DNS (RFC 6762), on the loopback only: answers what is asked, and
 * says nothing of its own.
 */
public final class Announcements implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(Announcements.class);
    private static final String GROUP = "224.0.0.251";
    private static final int PORT = 5353;
    private static final int LIVES_SECONDS = 120;
    private static final int LARGEST = 9000;

    /** Set in the class of a question that asks for an answer to itself alone (RFC 6762 section 5.4). */
    private static final int UNICAST = 0x8000;

    private final InetSocketAddress group = new InetSocketAddress(InetAddress.getByName(GROUP), PORT);
    private final MulticastSocket socket;
    private final List<Record> records = new ArrayList<>();
    private final Thread thread;

    /**
     * @param type for example {@code _ipp._tcp}
     * @param address IPv4
     * @param text of the TXT record, as {@code key=value}
     */
    public record Service(String type, String instance, String address, int port, List<String> text) {}

    private Announcements(List<Service> services) throws IOException {
        for (Service service : services) {
            add(service);
        }
        NetworkInterface loopback = NetworkInterface.getByInetAddress(InetAddress.getLoopbackAddress());
        socket = new MulticastSocket(PORT);
        socket.setNetworkInterface(loopback);
        socket.joinGroup(group, loopback);
        thread = new Thread(this::run, "announcements");
        thread.setDaemon(true);
        thread.start();
    }

    public static Announcements of(List<Service> services) throws IOException {
        return new Announcements(services);
    }

    private void add(Service service) throws IOException {
        Name type = Name.fromString(service.type + ".local.");
        // A name in words is one label, whatever signs it has.
        Name instance = Name.concatenate(new Name(escaped(service.instance)), type);
        Name host = Name.fromString("device-" + service.address.replace('.', '-') + ".local.");
        records.add(new PTRRecord(type, DClass.IN, LIVES_SECONDS, instance));
        records.add(new SRVRecord(instance, DClass.IN, LIVES_SECONDS, 0, 0, service.port, host));
        records.add(new TXTRecord(instance, DClass.IN, LIVES_SECONDS, service.text));
        records.add(new ARecord(host, DClass.IN, LIVES_SECONDS, InetAddress.getByName(service.address)));
    }

    private static String escaped(String label) {
        return label.replace("\\", "\\\\").replace(".", "\\.");
    }

    private void run() {
        byte[] buffer = new byte[LARGEST];
        while (!socket.isClosed()) {
            DatagramPacket packet = new DatagramPacket(buffer, buffer.length);
            try {
                socket.receive(packet);
                byte[] bytes = new byte[packet.getLength()];
                System.arraycopy(buffer, 0, bytes, 0, bytes.length);
                answer(new Message(bytes));
            } catch (IOException e) {
                // What others send there need not be right; an end closes the socket.
                LOG.debug("not understood: {}", e.getMessage());
            }
        }
    }

    private void answer(Message question) throws IOException {
        if (question.getHeader().getFlag(Flags.QR)) {
            return;
        }
        Message answer = new Message();
        answer.getHeader().setFlag(Flags.QR);
        answer.getHeader().setFlag(Flags.AA);
        for (Record asked : question.getSection(Section.QUESTION)) {
            records.stream()
                    .filter(known -> (asked.getType() == known.getType() || asked.getType() == Type.ANY)
                            && (asked.getDClass() & ~UNICAST) == DClass.IN
                            && asked.getName().equals(known.getName()))
                    .forEach(known -> answer.addRecord(known, Section.ANSWER));
        }
        // What will be asked next goes along (RFC 6763 section 12): of a type its services, of a service where it is.
        addWhatIsNamed(answer, Section.ANSWER);
        addWhatIsNamed(answer, Section.ADDITIONAL);
        if (answer.getSection(Section.ANSWER).isEmpty()) {
            return;
        }
        byte[] bytes = answer.toWire();
        socket.send(new DatagramPacket(bytes, bytes.length, group));
    }

    private void addWhatIsNamed(Message answer, int by) {
        Set<Name> named = new HashSet<>();
        for (Record one : answer.getSection(by)) {
            if (one instanceof PTRRecord type) {
                named.add(type.getTarget());
            } else if (one instanceof SRVRecord service) {
                named.add(service.getTarget());
            }
        }
        records.stream()
                .filter(known -> named.contains(known.getName()) && !answer.findRecord(known))
                .forEach(known -> answer.addRecord(known, Section.ADDITIONAL));
    }

    @Override
    public void close() {
        socket.close();
    }
}

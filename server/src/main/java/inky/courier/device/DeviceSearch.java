package inky.courier.device;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.AnnouncedDevice;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.intake.AddressRange;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.web.IncomingTable;
import inky.courier.web.IncomingTable.Line;
import jakarta.annotation.Nullable;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;

/** Where devices may be that are not kept yet: announced on the network, in a range of addresses, or in a list. */
@Service
class DeviceSearch {
    /** Of a range; a larger one is several. */
    private static final int MOST_ADDRESSES = 1_024;

    /** Looked at for one answer, so that somebody sees it go on, and can stop it. */
    private static final int AT_ONCE = 32;

    /** On a local network who is there answers within a few milliseconds. */
    private static final int PATIENCE_MILLIS = 700;

    private static final int MOST_LINES = 1_000;
    private static final int MOST_SIGNS = 300_000;

    private final NetworkAnnouncements announcements;
    private final DeviceService devices;
    private final DeviceFinder finder;
    private final Set<Integer> ports;

    DeviceSearch(
            NetworkAnnouncements announcements,
            DeviceService devices,
            DeviceFinder finder,
            @Value("${courier.device-port}") int usualPort) {
        this.announcements = announcements;
        this.devices = devices;
        this.finder = finder;
        this.ports = DeviceAddress.usualPorts(usualPort);
    }

    /**
     * Where a device may be.
     *
     * @param protocol absent where it is to be found out, as encrypted
     * @param name that it should have, as place and placeWhat; empty where nothing is known
     * @param deviceId of the one that is kept with this address; absent for none
     * @param problem why it cannot be added; empty for nothing
     */
    record FoundAddress(
            String address,
            @Nullable DeviceProtocol protocol,
            @Nullable Boolean encrypted,
            String name,
            String place,
            String placeWhat,
            String model,
            @Nullable UUID deviceId,
            Message problem) {}

    /** @param by what of an address says which device it is */
    private Map<String, UUID> kept(UnaryOperator<String> by) {
        Map<String, UUID> kept = new HashMap<>();
        devices.list().forEach((DeviceView device) -> kept.put(by.apply(device.address()), device.id()));
        return kept;
    }

    /** Where nobody said a port a device is the same however it is reached. */
    private static String host(String address) {
        return whole(address).split(":", 2)[0];
    }

    /** Behind one host there may be several, each at a port of its own, where somebody says so. */
    private static String whole(String address) {
        return address.toLowerCase(Locale.ROOT);
    }

    /** What announces itself; takes some seconds. */
    List<FoundAddress> announced() {
        Map<String, UUID> kept = kept(DeviceSearch::host);
        return announcements.listen().stream()
                .map(device -> new FoundAddress(
                        finder.shown(device.address(), device.port()),
                        device.protocol(),
                        device.encrypted(),
                        device.name(),
                        device.place(),
                        "",
                        device.model(),
                        kept.get(device.address()),
                        Message.none()))
                .toList();
    }

    /**
     * Some of a range, looked at.
     *
     * @param found at which of them anything listens where devices do
     * @param looked how many of them by now
     * @param hosts how many there are
     */
    record RangePart(List<FoundAddress> found, int looked, int hosts) {}

    /**
     * Looks at the next few addresses of a range.
     *
     * @param from how many were looked at before
     * @throws Invalid where it is no range, or too large a one
     */
    RangePart look(String range, int from) {
        AddressRange of = AddressRange.of(range)
                .filter(AddressRange::isIpv4)
                .orElseThrow(() -> Invalid.of("device.range", "range"));
        if (of.hosts() > MOST_ADDRESSES) {
            throw new Invalid(
                    "device.range",
                    "range",
                    Message.of("problem.device.range-large").with("most", MOST_ADDRESSES),
                    Message.of("problem.device.range-large.remedy"));
        }
        int hosts = (int) of.hosts();
        int end = Math.min(hosts, Math.max(0, from) + AT_ONCE);
        List<String> addresses = IntStream.range(Math.min(Math.max(0, from), end), end)
                .mapToObj(of::host)
                .toList();
        Map<String, UUID> kept = kept(DeviceSearch::host);
        List<FoundAddress> found = listening(addresses).stream()
                .map(address ->
                        new FoundAddress(address, null, null, "", "", "", "", kept.get(address), Message.none()))
                .toList();
        return new RangePart(found, end, hosts);
    }

    private List<String> listening(List<String> addresses) {
        Set<String> listening = ConcurrentHashMap.newKeySet();
        ExecutorService threads = Executors.newFixedThreadPool(AT_ONCE * ports.size());
        try {
            for (String address : addresses) {
                for (int port : ports) {
                    threads.submit(() -> isListening(address, port) && listening.add(address));
                }
            }
            threads.shutdown();
            if (!threads.awaitTermination(2L * PATIENCE_MILLIS, TimeUnit.MILLISECONDS)) {
                threads.shutdownNow();
            }
        } catch (InterruptedException e) {
            threads.shutdownNow();
            Thread.currentThread().interrupt();
        }
        return addresses.stream().filter(listening::contains).toList();
    }

    private static boolean isListening(String address, int port) {
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(address, port), PATIENCE_MILLIS);
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    /**
     * The lines of a table: {@code address}, and if wanted {@code name}, {@code place}, {@code what}, {@code protocol}.
     *
     * @throws Invalid where it is no such table
     */
    List<FoundAddress> read(String table) {
        IncomingTable.requireShort(table, MOST_SIGNS, MOST_LINES, "device.table");
        Map<String, UUID> kept = kept(DeviceSearch::whole);
        Set<String> before = new HashSet<>();
        return IncomingTable.read(table, List.of("address"), MOST_LINES, "device.table").lines().stream()
                .map(line -> read(line, kept, before))
                .toList();
    }

    private static FoundAddress read(Line line, Map<String, UUID> kept, Set<String> before) {
        String address = line.get("address");
        return new FoundAddress(
                address,
                protocol(line.get("protocol")),
                null,
                PlainText.line(line.get("name"), AnnouncedDevice.LONGEST),
                PlainText.line(line.get("place"), AnnouncedDevice.LONGEST),
                PlainText.line(line.get("what"), AnnouncedDevice.LONGEST),
                "",
                kept.get(whole(address)),
                problem(line, before.add(whole(address))));
    }

    @Nullable
    private static DeviceProtocol protocol(String said) {
        for (DeviceProtocol one : DeviceProtocol.values()) {
            if (one.name().equalsIgnoreCase(said)) {
                return one;
            }
        }
        return null;
    }

    private static Message problem(Line line, boolean first) {
        if (!DeviceAddress.isOne(line.get("address"))) {
            return Message.of("problem.device.address");
        }
        if (!line.get("protocol").isEmpty() && protocol(line.get("protocol")) == null) {
            return Message.of("device.list-protocol")
                    .with("said", PlainText.line(line.get("protocol"), AnnouncedDevice.LONGEST));
        }
        return first ? Message.none() : Message.of("device.list-twice");
    }
}

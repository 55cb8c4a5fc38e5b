package inky.courier.core.fleet;

import inky.courier.core.text.PlainText;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * A device as it announces itself on the network (DNS-SD, RFC 6763): one, however many services it offers.
 *
 * @param address IPv4
 * @param protocol by which it is reached best: as {@link DeviceProtocol} orders them, openly before encrypted, as where one is added by
 *     its address
 * @param name that it calls itself by; at most 40 letters
 * @param place where it says that it stands; at most 40 letters, empty where it does not say
 * @param model make and model; empty where it does not say
 */
public record AnnouncedDevice(
        String address, int port, DeviceProtocol protocol, boolean encrypted, String name, String place, String model) {
    /** Of the names that devices and places have, in letters. */
    public static final int LONGEST = 40;

    /** What a type of service (IANA service names; eSCL's from memory) says of how its device is reached. */
    private record Way(DeviceProtocol protocol, boolean encrypted) {}

    private static final Map<String, Way> WAYS = Map.of(
            "_ipp._tcp", new Way(DeviceProtocol.IPP, false),
            "_ipps._tcp", new Way(DeviceProtocol.IPP, true),
            "_uscan._tcp", new Way(DeviceProtocol.ESCL, false),
            "_uscans._tcp", new Way(DeviceProtocol.ESCL, true),
            "_sane-port._tcp", new Way(DeviceProtocol.SANE, false));

    /** The types of service that are looked for. */
    public static final Set<String> TYPES = WAYS.keySet();

    /**
     * One service of a device.
     *
     * @param type one of {@link #TYPES}
     * @param instance name of the service
     * @param address IPv4
     * @param text its TXT record: names in any letters (RFC 6763 section 6.4); {@code ty}, {@code note} and {@code UUID} as PWG 5100.14
     *     section 4.2 has them
     */
    public record Service(String type, String instance, String address, int port, Map<String, String> text) {
        public Service {
            Map<String, String> any = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
            any.putAll(text);
            text = any;
        }

        private Way way() {
            return Objects.requireNonNull(WAYS.get(type));
        }

        private String said(String key) {
            return PlainText.line(text.getOrDefault(key, ""), LONGEST);
        }
    }

    /** Of each device once, in the order of their names. Services of one address, or of one UUID, are of one device. */
    public static List<AnnouncedDevice> of(Collection<Service> services) {
        Map<String, String> byUuid = new HashMap<>();
        Map<String, String> firstOf = new HashMap<>();
        List<Service> known = services.stream()
                .filter(service -> TYPES.contains(service.type))
                .sorted(Comparator.comparing(Service::address))
                .toList();
        for (Service service : known) {
            String uuid = service.said("UUID").toLowerCase(Locale.ROOT);
            if (!uuid.isEmpty()) {
                firstOf.putIfAbsent(service.address, byUuid.computeIfAbsent(uuid, one -> service.address));
            }
        }
        return known.stream()
                .collect(Collectors.groupingBy(service -> firstOf.getOrDefault(service.address, service.address)))
                .values()
                .stream()
                .map(AnnouncedDevice::joined)
                .sorted(Comparator.comparing(AnnouncedDevice::name, String.CASE_INSENSITIVE_ORDER)
                        .thenComparing(AnnouncedDevice::address))
                .toList();
    }

    private static AnnouncedDevice joined(List<Service> services) {
        Service best = services.stream()
                .min(Comparator.comparing((Service service) -> service.way().protocol)
                        .thenComparing(service -> service.way().encrypted)
                        .thenComparing(Service::address)
                        .thenComparing(Service::port))
                .orElseThrow();
        String model = first(services, "ty");
        String name = PlainText.line(best.instance, LONGEST);
        return new AnnouncedDevice(
                best.address,
                best.port,
                best.way().protocol,
                best.way().encrypted,
                name.isEmpty() ? model : name,
                first(services, "note"),
                model);
    }

    private static String first(List<Service> services, String key) {
        return services.stream()
                .map(service -> service.said(key))
                .filter(said -> !said.isEmpty())
                .findFirst()
                .orElse("");
    }
}

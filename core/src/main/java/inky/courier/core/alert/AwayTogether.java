package inky.courier.core.alert;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;

/**
 * Which devices that do not answer are so for one cause: most of a network or of a place, that went within a short time, are
 * one switch or one line; all of them is Courier's own network.
 *
 * @param name of the network or place, or of the device
 * @param devices the names of which stand in order
 */
public record AwayTogether(Kind kind, String name, List<Device> devices) {
    public enum Kind {
        OFFICE,
        NETWORK,
        PLACE,
        DEVICE
    }

    /** Fewer are a chance. */
    private static final int FEWEST = 3;

    /** Devices are asked every half minute, and one that does not answer is asked again before it counts as away. */
    private static final Duration TOGETHER = Duration.ofMinutes(10);

    private static final double MOST_OF_THEM = 0.5;

    /**
     * A device that is looked at.
     *
     * @param network it is in, as {@link #networkOf}
     * @param awaySince absent, as the far future, while it answers
     */
    public record Device(String id, String name, String place, String network, Instant awaySince) {
        public boolean isAway() {
            return !awaySince.equals(Instant.MAX);
        }
    }

    /** The first three numbers of an IPv4 address, the first four groups of an IPv6 address; empty for a name. */
    public static String networkOf(String address) {
        if (address.matches("\\d{1,3}(\\.\\d{1,3}){3}")) {
            return address.substring(0, address.lastIndexOf('.'));
        }
        String[] groups = address.split(":");
        return groups.length > 4
                        && !String.join("", List.of(groups).subList(0, 4)).isEmpty()
                ? String.join(":", List.of(groups).subList(0, 4))
                : "";
    }

    /** Several that went together. @param devices their ids */
    public record Before(Kind kind, String name, Set<String> devices) {}

    /**
     * @param all of the office's devices; each that is away is in exactly one of what is given back
     * @param before what was found the last time: those of them that are still away stay together, however few they are, until
     *     the last of them is back
     */
    public static List<AwayTogether> of(Collection<Device> all, Collection<Before> before) {
        List<Device> left = new ArrayList<>(all.stream()
                .filter(Device::isAway)
                .sorted(Comparator.comparing(Device::awaySince).thenComparing(Device::id))
                .toList());
        Map<List<Object>, List<Device>> found = new LinkedHashMap<>();
        for (Before one : before) {
            List<Device> still = left.stream()
                    .filter(device -> one.devices.contains(device.id))
                    .toList();
            if (!still.isEmpty() && one.kind != Kind.DEVICE) {
                found.computeIfAbsent(List.of(one.kind, one.name), key -> new ArrayList<>())
                        .addAll(still);
                left.removeAll(still);
            }
        }
        take(left, all, Kind.OFFICE, device -> "*", 1, found);
        take(left, all, Kind.NETWORK, Device::network, MOST_OF_THEM, found);
        take(left, all, Kind.PLACE, Device::place, MOST_OF_THEM, found);
        List<AwayTogether> together = new ArrayList<>();
        found.forEach((key, devices) ->
                together.add(new AwayTogether((Kind) key.get(0), (String) key.get(1), byName(devices))));
        left.forEach(device -> together.add(new AwayTogether(Kind.DEVICE, device.name, List.of(device))));
        return together;
    }

    private static void take(
            List<Device> left,
            Collection<Device> all,
            Kind kind,
            Function<Device, String> group,
            double share,
            Map<List<Object>, List<Device>> found) {
        Map<String, Integer> sizes = new HashMap<>();
        all.forEach(device -> sizes.merge(group.apply(device), 1, Integer::sum));
        Map<String, List<Device>> away = new TreeMap<>();
        left.forEach(device -> away.computeIfAbsent(group.apply(device), key -> new ArrayList<>())
                .add(device));
        away.forEach((name, of) -> {
            List<Device> together = mostAtOnce(of);
            if (!name.isEmpty() && together.size() >= Math.max(FEWEST, share * sizes.getOrDefault(name, 0))) {
                Set<Device> taken = new HashSet<>(together);
                left.removeIf(taken::contains);
                found.computeIfAbsent(List.of(kind, kind == Kind.OFFICE ? "" : name), key -> new ArrayList<>())
                        .addAll(taken);
            }
        });
    }

    /** The largest part of them that went within {@link #TOGETHER}. @param of in the order in which they went */
    private static List<Device> mostAtOnce(List<Device> of) {
        List<Device> most = List.of();
        for (int from = 0, until = 0; from < of.size(); from++) {
            Instant end = of.get(from).awaySince.plus(TOGETHER);
            while (until < of.size() && !of.get(until).awaySince.isAfter(end)) {
                until++;
            }
            if (until - from > most.size()) {
                most = of.subList(from, until);
            }
        }
        return most;
    }

    private static List<Device> byName(List<Device> devices) {
        return devices.stream().sorted(Comparator.comparing(Device::name)).toList();
    }
}

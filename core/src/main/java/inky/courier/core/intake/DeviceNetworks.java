package inky.courier.core.intake;

import inky.courier.core.Problem;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Networks from which something of devices is taken, each as {@link AddressRange} reads it; up to 20. */
final class DeviceNetworks {
    private static final int MOST = 20;

    private DeviceNetworks() {}

    /** As they are kept: each once, nothing empty. */
    static List<String> normal(@Nullable List<String> given) {
        return given == null
                ? List.of()
                : given.stream()
                        .map(String::strip)
                        .filter(one -> !one.isEmpty())
                        .distinct()
                        .toList();
    }

    /** @param needed whether there has to be one @param field of the form */
    static Optional<Problem> problem(List<String> networks, boolean needed, String field) {
        boolean wrong = networks.stream().anyMatch(one -> AddressRange.of(one).isEmpty());
        return wrong || networks.size() > MOST || needed && networks.isEmpty()
                ? Optional.of(Problem.of("settings.intake-networks", field))
                : Optional.empty();
    }

    /** @param address its 4 or 16 bytes, the highest first */
    static boolean hold(List<String> networks, byte[] address) {
        return networks.stream().flatMap(one -> AddressRange.of(one).stream()).anyMatch(range -> range.holds(address));
    }
}

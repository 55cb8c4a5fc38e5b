package inky.courier.core.intake;

import inky.courier.core.naming.AsciiText;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What stands before the @ of an address that a device sends to: {@code job.device+person}, of which the device and the person may be
 * missing. Job and device stand there by their names in small Latin letters, figures and hyphens; a person by their login, after the
 * plus sign that many mail systems put before a detail of an address (RFC 5233, section 4).
 *
 * @param device empty where the address says none
 * @param person empty where the address says none
 */
public record IntakeAddress(String job, String device, String person) {
    private static final int LONGEST = 64;

    /** @param local what stands before the @; anything may come */
    public static IntakeAddress of(String local) {
        String text = local.strip().toLowerCase(Locale.ROOT);
        int plus = text.indexOf('+');
        String person = plus < 0 ? "" : text.substring(plus + 1);
        String rest = plus < 0 ? text : text.substring(0, plus);
        int dot = rest.indexOf('.');
        return dot < 0
                ? new IntakeAddress(rest, "", person)
                : new IntakeAddress(rest.substring(0, dot), rest.substring(dot + 1), person);
    }

    /** Of a job or device, as it stands in addresses; empty where none of its letters can. */
    public static String key(String name) {
        String ascii = AsciiText.of(name).toLowerCase(Locale.ROOT);
        String key = ascii.replaceAll("[^a-z0-9]+", "-").replaceAll("^-+|-+$", "");
        return key.length() <= LONGEST ? key : key.substring(0, LONGEST).replaceAll("-+$", "");
    }

    /** @return the one that is called so; empty where there is none, or several share the key */
    public static <T> Optional<T> named(String key, Map<String, Optional<T>> byKey) {
        return Optional.ofNullable(byKey.get(key)).flatMap(Function.identity());
    }

    /** What is called by each key; empty for a key that several share. @param names by id */
    public static Map<String, Optional<UUID>> keys(Map<UUID, String> names) {
        return names.entrySet().stream()
                .filter(one -> !key(one.getValue()).isEmpty())
                .collect(Collectors.toMap(
                        one -> key(one.getValue()),
                        one -> Optional.of(one.getKey()),
                        (one, other) -> Optional.empty()));
    }

    /** What stands before the @. */
    @Override
    public String toString() {
        return job + (device.isEmpty() ? "" : "." + device) + (person.isEmpty() ? "" : "+" + person);
    }
}

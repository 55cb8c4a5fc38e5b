package inky.courier.core.alert;

import inky.courier.core.message.Message;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * Something that a rule sees now.
 *
 * @param cause what tells it from all else that the rule may see: what has one cause is one sign, however many things it concerns
 * @param place of work; empty for none
 * @param since when it began, where that is known
 * @param concerns what it is about, the worst first
 */
public record Sign(
        AlertRule rule,
        String cause,
        String place,
        Message sentence,
        Message remedy,
        Optional<Instant> since,
        List<Concern> concerns) {
    public Sign {
        Objects.requireNonNull(rule);
        concerns = List.copyOf(concerns);
    }

    /** @param kind what it is, as in an address of the desk: {@code fleet}, {@code mail-servers}; empty for nothing that has a page @param id of it there */
    public record Concern(String kind, String id, String name) {}

    String key() {
        return rule + " " + cause;
    }
}

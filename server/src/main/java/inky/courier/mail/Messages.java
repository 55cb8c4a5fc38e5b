package inky.courier.mail;

import inky.courier.core.delivery.Setback;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The messages of one leg, sent one after the other, each to whoever has not got it. What became of each recipient is kept
 * for each message: a recipient who was deferred at the first gets the second too, at a later try, and nobody gets one
 * twice.
 */
final class Messages {
    /** @param mark tells the messages of a leg apart, the same for every try; empty for the only one */
    record Message(String mark, Letter letter) {}

    /** Carries one message to a server. */
    interface Transfer {
        Outcome send(Letter letter, Runnable allSent);
    }

    private final List<Outcome.Recipient> before;
    private final Transfer transfer;
    private final Progress progress;

    private final List<Outcome.Recipient> now = new ArrayList<>();

    /** Refused in this try: what comes later would reach them without what comes first. */
    private final Set<String> refused = new HashSet<>();

    private Optional<Setback> worst = Optional.empty();
    private long bytes;
    private String reply = "";

    Messages(List<Outcome.Recipient> before, Transfer transfer, Progress progress) {
        this.before = before;
        this.transfer = transfer;
        this.progress = progress;
    }

    /** @param words what is said of them when all have arrived */
    Outcome send(List<Message> messages, inky.courier.core.message.Message words) {
        for (int i = 0; i < messages.size(); i++) {
            Optional<Outcome> end = send(messages.get(i), i + 1 == messages.size());
            if (end.isPresent()) {
                return end.get();
            }
        }
        return worst.<Outcome>map(setback -> new Outcome.NotAccepted(setback, now))
                .orElseGet(() -> new Outcome.Accepted(reply, words, bytes, false, now));
    }

    /** @return what came of the whole leg, when nothing more is to be tried */
    private Optional<Outcome> send(Message message, boolean last) {
        Set<String> without = new HashSet<>(refused);
        before.stream()
                .filter(r ->
                        r.accepted() && (r.message().isEmpty() || r.message().equals(message.mark)))
                .forEach(r -> without.add(r.address()));
        Letter letter = message.letter.without(without);
        if (letter.everybody().isEmpty()) {
            return Optional.empty();
        }
        Outcome outcome = transfer.send(letter, progress::handingOver);
        if (outcome instanceof Outcome.Accepted accepted) {
            bytes += accepted.bytes();
            reply = accepted.reply();
            keep(message, accepted.recipients(), last);
            return Optional.empty();
        }
        if (outcome instanceof Outcome.NotAccepted not && !not.recipients().isEmpty()) {
            keep(message, not.recipients(), last);
            if (worst.isEmpty() || not.setback().lasting().compareTo(worst.get().lasting()) < 0) {
                worst = Optional.of(not.setback());
            }
            return Optional.empty();
        }
        if (outcome instanceof Outcome.NotAccepted not) {
            return Optional.of(new Outcome.NotAccepted(not.setback(), now));
        }
        return Optional.of(
                outcome instanceof Outcome.Unknown unknown ? new Outcome.Unknown(unknown.setback(), now) : outcome);
    }

    private void keep(Message message, List<Outcome.Recipient> recipients, boolean last) {
        List<Outcome.Recipient> these = recipients.stream()
                .map(r -> new Outcome.Recipient(r.address(), message.mark, r.accepted(), r.sentence(), r.reply()))
                .toList();
        these.stream().filter(r -> !r.accepted()).forEach(r -> refused.add(r.address()));
        now.addAll(these);
        if (!last) {
            progress.partDone(these);
        }
    }
}

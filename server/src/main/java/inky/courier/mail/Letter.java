package inky.courier.mail;

import inky.courier.destination.Consignment;
import inky.courier.destination.Consignment.FileToSend;
import inky.courier.destination.Consignment.Sender;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/**
 * One message.
 *
 * @param files none or more, attached
 * @param messageId the same for every try, so that a mailbox can tell a repetition
 */
record Letter(
        List<String> recipients,
        List<String> copies,
        Sender sender,
        String subject,
        String body,
        List<FileToSend> files,
        String messageId,
        Instant at) {

    /** A whole consignment as one message. */
    static Letter of(Consignment c) {
        return new Letter(
                c.recipients(), c.copies(), c.sender(), c.subject(), c.body(), c.files(), c.messageId(), c.at());
    }

    /** Another message of the same consignment. @param mark makes its message id its own; empty for the only one */
    Letter with(String text, List<FileToSend> others, String mark) {
        String id = mark.isEmpty() ? messageId : messageId.replaceFirst("<", "<" + mark + ".");
        return new Letter(recipients, copies, sender, subject, text, others, id, at);
    }

    /** The same, for those who are not among these. */
    Letter without(Set<String> these) {
        return new Letter(
                recipients.stream().filter(r -> !these.contains(r)).toList(),
                copies.stream().filter(r -> !these.contains(r)).toList(),
                sender,
                subject,
                body,
                files,
                messageId,
                at);
    }

    List<String> everybody() {
        return Stream.concat(recipients.stream(), copies.stream()).distinct().toList();
    }
}

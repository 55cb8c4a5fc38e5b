package inky.courier.core.destination;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.DestinationKind.Through;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameRules;
import java.util.List;
import java.util.Optional;

/**
 * All that is known of one kind of destination; a kind is one class of this. Its words stand in the catalogue under {@code
 * destination.<kind>}.
 *
 * @param <S> what is set up of it
 */
abstract class KindRules<S extends DestinationSettings> {
    /** RFC 5321 section 4.5.3.1.8: a server takes at least 100 recipients. */
    private static final int MOST_RECIPIENTS = 100;

    private final Family family;
    private final Class<S> type;
    private final S usual;

    KindRules(Family family, Class<S> type, S usual) {
        this.family = family;
        this.type = type;
        this.usual = usual;
    }

    final Family family() {
        return family;
    }

    final Class<S> type() {
        return type;
    }

    /** What a new one begins with. */
    final S usual() {
        return usual;
    }

    /** What it goes through that is set up apart. */
    Optional<Through> through() {
        return Optional.empty();
    }

    /** What is entered for it, in the order of the form. */
    abstract List<Field> fields();

    /** Where such a destination is, in a few words. */
    abstract String place(S settings);

    /** The settings without what this kind has no use for. */
    S normal(S settings) {
        return settings;
    }

    /** What is wrong with settings; empty when they can be used. */
    List<Problem> problems(S settings) {
        return List.of();
    }

    /** Who gets the mail of a scan; empty for what is no mail. @param sender address of the person who scans, the {@code chosen} ones are those entered at the device */
    List<String> recipients(S settings, String sender, List<String> chosen) {
        return List.of();
    }

    /** What it takes as the name of a file. */
    NameRules names() {
        return NameRules.MAIL;
    }

    /** Whether the person who scans decides where it goes. */
    boolean isPersonal() {
        return false;
    }

    static Problem problem(String field, Message sentence, Message remedy) {
        return new Problem("destination." + field, field, sentence, remedy);
    }

    /** @return what is wrong with a list of mail addresses */
    static List<Problem> addresses(String field, List<String> addresses) {
        if (addresses.size() > MOST_RECIPIENTS) {
            return List.of(problem(
                    field,
                    Message.of("problem.destination.too-many-addresses"),
                    Message.of("problem.destination.addresses.remedy")));
        }
        try {
            addresses.forEach(MailAddress::new);
            return List.of();
        } catch (Invalid invalid) {
            return invalid.at(field).problems();
        }
    }
}

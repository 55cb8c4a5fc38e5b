package inky.courier.core.destination;

import inky.courier.core.Problem;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.DestinationKind.Through;
import inky.courier.core.destination.Field.Type;
import java.util.List;
import java.util.Optional;

/** What all kinds of mail have in common. */
abstract class MailRules extends KindRules<MailSettings> {
    static final Field COPY_TO_SENDER = Field.of("copyToSender", Type.TICK);
    static final Field COPIES = Field.of("copies", Type.LINES);

    MailRules() {
        super(Family.MAIL, MailSettings.class, MailSettings.USUAL);
    }

    @Override
    Optional<Through> through() {
        return Optional.of(Through.MAIL_SERVER);
    }

    @Override
    List<Problem> problems(MailSettings settings) {
        return addresses("copies", settings.copies());
    }
}

package inky.courier.core.destination;

import inky.courier.core.Problem;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.DestinationKind.Through;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.message.Message;
import java.util.List;
import java.util.Optional;

/** A download page of Courier's own; its address goes by mail to who scans. */
final class DownloadPage extends KindRules<LinkSettings> {
    private static final int MOST_DAYS = 90;

    DownloadPage() {
        super(Family.LINK, LinkSettings.class, LinkSettings.USUAL);
    }

    @Override
    Optional<Through> through() {
        return Optional.of(Through.MAIL_SERVER);
    }

    @Override
    List<Field> fields() {
        return List.of(Field.of("days", Type.NUMBER), Field.of("withPasscode", Type.TICK));
    }

    @Override
    String place(LinkSettings settings) {
        return "a page to download from";
    }

    @Override
    List<Problem> problems(LinkSettings settings) {
        return settings.days() >= 1 && settings.days() <= MOST_DAYS
                ? List.of()
                : List.of(problem(
                        "days", Message.of("problem.destination.days"), Message.of("problem.destination.days.remedy")));
    }

    @Override
    List<String> recipients(LinkSettings settings, String sender, List<String> chosen) {
        return List.of(sender);
    }

    @Override
    boolean isPersonal() {
        return true;
    }
}

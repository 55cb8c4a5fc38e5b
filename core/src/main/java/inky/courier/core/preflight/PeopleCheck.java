package inky.courier.core.preflight;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.office.OfficeSettings;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether people are there who can use what is on the panels. */
final class PeopleCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        Surroundings.People people = at.around().people();
        OfficeSettings office = at.office().settings();
        boolean scans = at.placedJobs().findAny().isPresent();
        if (people.all() == 0) {
            return scans ? Stream.of(Finding.of("people.nobody", Severity.STOPS, office)) : Stream.of();
        }
        boolean toMe =
                at.placedJobs().flatMap(at::destinations).anyMatch(to -> to.kind() == DestinationKind.MAIL_TO_ME);
        return Stream.concat(
                people.withoutPin() == 0
                        ? Stream.of()
                        : Stream.of(Finding.of("people.no-pin", Severity.CARE, office)
                                .with("n", people.withoutPin())),
                people.withoutMail() == 0 || !toMe
                        ? Stream.of()
                        : Stream.of(Finding.of("people.no-mail", Severity.CARE, office)
                                .with("n", people.withoutMail())));
    }
}

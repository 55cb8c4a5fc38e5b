package inky.courier.core.preflight;

import inky.courier.core.contact.DirectEntry;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.office.JobItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether a recipient is to be chosen, and there is none. */
final class RecipientChoiceCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.jobs()
                .flatMap(job -> at.destinations(job)
                        .filter(to -> to.kind() == DestinationKind.MAIL_CHOSEN)
                        .filter(to -> !mayEnter(at, job)
                                || to.settings(MailSettings.class)
                                        .filter(mail -> !mail.directEntry())
                                        .isPresent())
                        .filter(to -> at.around().people().all()
                                        == at.around().people().withoutMail()
                                && at.around().people().contacts() == 0)
                        .map(to -> Finding.of("job.no-recipient", Severity.STOPS, job)
                                .with("destination", to.name())));
    }

    private static boolean mayEnter(WholeOffice at, JobItem job) {
        return at.office()
                        .settings()
                        .recipientRules()
                        .entry()
                        .and(job.asks().entry())
                        .mode()
                != DirectEntry.Mode.NONE;
    }
}

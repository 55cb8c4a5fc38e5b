package inky.courier.core.preflight;

import inky.courier.core.message.Message;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.DirectoryItem;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.preflight.Finding.Severity;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether the certificate of a way out ends soon, or has ended. */
final class CertificateEndsCheck implements OfficeCheck {
    /** Time to have another issued; common practice, no source. */
    private static final Duration SOON = Duration.ofDays(30);

    @Override
    public Stream<Finding> find(WholeOffice at) {
        Instant now = at.around().now();
        return Stream.of(at.all(MailServerItem.class), at.all(DirectoryItem.class), at.all(DestinationItem.class))
                .flatMap(all -> all)
                .flatMap(item -> Optional.ofNullable(at.around().probes().get(item.id())).stream()
                        .flatMap(probe -> probe.certificateUntil().stream())
                        .filter(until -> until.isBefore(now.plus(SOON)))
                        .map(until -> {
                            boolean ended = !until.isAfter(now);
                            Finding found = Finding.of("way.certificate", ended ? Severity.STOPS : Severity.CARE, item);
                            Message words = ended
                                    ? Message.of("way.certificate.ended")
                                    : Message.of("way.certificate")
                                            .with(
                                                    "days",
                                                    Duration.between(now, until).toDays());
                            return found.saying(words, found.remedy());
                        }));
    }
}

package inky.courier.core.preflight;

import inky.courier.core.destination.FolderSettings;
import inky.courier.core.message.Message;
import inky.courier.core.naming.Uniqueness;
import inky.courier.core.office.Change;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.preflight.Finding.Severity;
import inky.courier.core.transfer.WhenTaken;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;

/** Whether two scans will get the same name at a destination that does not number the second: one of them is lost there, or stops. */
final class NameRepeatsCheck implements Check<JobAtDevice> {
    @Override
    public Optional<Finding> find(JobAtDevice at) {
        return losing(at).map(destination -> {
            boolean replaces = whenTaken(destination) == WhenTaken.REPLACE;
            Finding found = Finding.of("job.name-repeats", Severity.CARE, at.job());
            Message sentence = Message.of(replaces ? "job.name-repeats.replaced" : "job.name-repeats");
            return found.saying(sentence.with("destination", destination.name()), found.remedy())
                    .mending(true);
        });
    }

    /** The destination gives the second file a number. */
    @Override
    public List<Change> fix(JobAtDevice at, Supplier<UUID> ids) {
        return losing(at)
                .map(d -> new DestinationItem(
                        d.id(),
                        d.name(),
                        d.kind(),
                        d.through(),
                        d.settings(FolderSettings.class).orElseThrow().withWhenTaken(WhenTaken.NUMBER),
                        d.ownerId()))
                .<List<Change>>map(numbering -> List.of(new Change.Put(numbering)))
                .orElse(List.of());
    }

    private static Optional<DestinationItem> losing(JobAtDevice at) {
        return at.destinations()
                .filter(destination -> whenTaken(destination) != WhenTaken.NUMBER)
                .filter(destination -> Uniqueness.isLikelyToRepeat(
                        at.template(), destination.kind().names(), "pdf"))
                .findFirst();
    }

    private static WhenTaken whenTaken(DestinationItem destination) {
        return destination
                .settings(FolderSettings.class)
                .map(FolderSettings::whenTaken)
                .orElse(WhenTaken.NUMBER);
    }
}

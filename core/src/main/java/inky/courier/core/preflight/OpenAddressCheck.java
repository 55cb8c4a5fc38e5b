package inky.courier.core.preflight;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether links to what was scanned go over the network unencrypted. */
final class OpenAddressCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.office().settings().address().startsWith("http://")
                        && (at.jobs().anyMatch(job -> job.whenTooLarge() == WhenTooLarge.LINK)
                                || at.all(DestinationItem.class).anyMatch(to -> to.kind() == DestinationKind.LINK))
                ? Stream.of(Finding.of(
                        "office.open-address", Severity.CARE, at.office().settings()))
                : Stream.of();
    }
}

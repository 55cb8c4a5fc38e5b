package inky.courier.core.preflight;

import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether a way out that jobs need was never tried. */
final class NeverTriedCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return ways(at).filter(item -> !at.around().probes().containsKey(item.id()))
                .map(item -> Finding.of("way.never-tried", Severity.CARE, item));
    }

    /** Mail servers and folders that jobs on panels go through. */
    static Stream<Item> ways(WholeOffice at) {
        return at.placedJobs()
                .flatMap(at::destinations)
                .flatMap(to -> to.kind().isServer()
                        ? Stream.of(to)
                        : at.office().find(new Reference(ItemKind.MAIL_SERVER, to.through())).stream())
                .distinct();
    }
}

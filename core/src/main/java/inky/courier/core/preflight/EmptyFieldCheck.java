package inky.courier.core.preflight;

import inky.courier.core.office.NameItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.stream.Stream;

/** Whether a file name has a field that stays empty at some device or for some people. */
final class EmptyFieldCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        long placeless =
                at.scanners().filter(device -> device.place().isBlank()).count();
        int mailless = at.around().people().withoutMail();
        return at.all(NameItem.class)
                .flatMap(name -> Stream.concat(
                        placeless > 0 && name.parsed().needsPlace()
                                ? Stream.of(Finding.of("name.place-empty", Severity.CARE, name)
                                        .with("n", placeless))
                                : Stream.of(),
                        mailless > 0 && name.parsed().needsMail()
                                ? Stream.of(Finding.of("name.mail-empty", Severity.CARE, name)
                                        .with("n", mailless))
                                : Stream.of()));
    }
}

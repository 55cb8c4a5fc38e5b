package inky.courier.core.preflight;

import inky.courier.core.office.DirectoryItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether people could not be taken from a directory the last time. */
final class DirectoryCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.all(DirectoryItem.class)
                .flatMap(directory -> Optional.ofNullable(
                                at.around().directories().get(directory.id()))
                        .stream()
                        .map(why -> Finding.of("directory.not-taken", Severity.CARE, directory)
                                .with("why", why)));
    }
}

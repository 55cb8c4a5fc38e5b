package inky.courier.core.preflight;

import inky.courier.core.destination.FolderSettings;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.DirectoryItem;
import inky.courier.core.office.InboxItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;

/** Whether an account is given without its password. */
final class PasswordMissingCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        Set<UUID> kept = at.around().withSecret();
        Stream<Item> servers = at.all(MailServerItem.class)
                .filter(server -> server.signIn() != MailSignIn.NONE)
                .map(Item.class::cast);
        Stream<Item> folders = at.all(DestinationItem.class)
                .filter(to -> to.kind().isServer() && to.owner().isEmpty())
                .filter(to -> to.settings(FolderSettings.class)
                        .filter(folder -> !folder.account().isBlank())
                        .isPresent())
                .map(Item.class::cast);
        Stream<Item> directories = at.all(DirectoryItem.class)
                .filter(directory -> !directory.account().isEmpty())
                .map(Item.class::cast);
        Stream<Item> inboxes =
                at.all(InboxItem.class).filter(inbox -> !inbox.looks()).map(Item.class::cast);
        return Stream.of(servers, folders, directories, inboxes)
                .flatMap(all -> all)
                .filter(item -> !kept.contains(item.id()))
                .map(item -> Finding.of("way.no-password", Severity.STOPS, item));
    }
}

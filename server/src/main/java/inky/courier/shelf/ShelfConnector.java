package inky.courier.shelf;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.ProbeReport;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.core.office.ShelfFolderItem;
import inky.courier.core.shelf.DocumentLook;
import inky.courier.core.shelf.ShelfCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.Connector;
import inky.courier.destination.Consignment;
import inky.courier.destination.Consignment.FileToSend;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import inky.courier.setup.SetUp;
import inky.courier.shelf.ShelfDocuments.Coming;
import inky.courier.shelf.ShelfRows.OfLeg;
import inky.courier.shelf.ShelfRows.Spot;
import inky.courier.store.WorkFolders;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/** Puts files onto the shelf; each once, since a document knows of which leg it is. */
@Component
class ShelfConnector implements Connector {
    private final SetUp setUp;
    private final ShelfDocuments documents;
    private final WorkFolders folders;
    private final Clock clock;

    ShelfConnector(SetUp setUp, ShelfDocuments documents, WorkFolders folders, Clock clock) {
        this.setUp = setUp;
        this.documents = documents;
        this.folders = folders;
        this.clock = clock;
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.SHELF_FOLDER);
    }

    @Override
    public Optional<Route> route(UUID id) {
        return folder(id).map(folder -> new Route(id, folder.name()));
    }

    private Optional<ShelfFolderItem> folder(UUID id) {
        return setUp.find(new Reference(ItemKind.SHELF_FOLDER, id)).map(ShelfFolderItem.class::cast);
    }

    @Override
    public Outcome deliver(Consignment consignment, Progress progress) {
        Optional<ShelfFolderItem> folder = folder(consignment.routeId());
        if (folder.isEmpty()) {
            return new Outcome.NotAccepted(Setback.of(ShelfCause.FOLDER_GONE, ""));
        }
        Optional<Optional<UUID>> shelf =
                ShelfDocuments.shelf(folder.get(), Optional.ofNullable(consignment.deviceId()));
        if (shelf.isEmpty()) {
            return new Outcome.NotAccepted(Setback.of(ShelfCause.NO_DEVICE, ""));
        }
        Spot spot = new Spot(
                folder.get().id(),
                shelf.get(),
                folder.get().own() ? Optional.of(consignment.sender().id()) : Optional.empty());
        try {
            for (int position = 0; position < consignment.files().size(); position++) {
                put(consignment, spot, position);
            }
        } catch (Refusal full) {
            if (full.status() != HttpStatus.CONFLICT) {
                throw full;
            }
            return new Outcome.NotAccepted(Setback.of(ShelfCause.FULL, ""));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        progress.handingOver();
        return new Outcome.Accepted(
                "",
                Message.of("delivery.on-the-shelf").with("folder", folder.get().name()),
                consignment.bytes(),
                true,
                List.of());
    }

    private void put(Consignment consignment, Spot spot, int position) throws IOException {
        FileToSend coming = consignment.files().get(position);
        Path folder = folders.make();
        try {
            Path file = folder.resolve("document.bin");
            try (InputStream in = coming.content().get()) {
                Files.copy(in, file);
            }
            documents.add(new Coming(
                    spot,
                    coming.name(),
                    true,
                    coming.mediaType(),
                    file,
                    DocumentLook.of(file, coming.name(), coming.mediaType()).withPages(coming.pages()),
                    consignment.sender().name(),
                    Optional.of(new OfLeg(consignment.legId(), position))));
        } finally {
            folders.remove(folder);
        }
    }

    /** It is here, so it is well. */
    @Override
    public ProbeReport ask(UUID routeId) {
        return new ConnectionTrace(Optional.empty())
                .report(
                        clock.instant(),
                        new TransferStep[] {},
                        folder(routeId).isPresent()
                                ? Optional.empty()
                                : Optional.of(Setback.of(ShelfCause.FOLDER_GONE, "")),
                        Message.of("probe.shelf-folder"));
    }
}

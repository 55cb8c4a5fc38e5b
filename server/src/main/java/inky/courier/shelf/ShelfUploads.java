package inky.courier.shelf;

import inky.courier.core.Invalid;
import inky.courier.core.intake.ScanFormat;
import inky.courier.core.shelf.DocumentLook;
import inky.courier.shelf.ShelfDocuments.Coming;
import inky.courier.shelf.ShelfDocuments.ShelfDocument;
import inky.courier.shelf.ShelfDocuments.ShelfPlace;
import inky.courier.shelf.ShelfRows.Spot;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;

/** Files that somebody brings onto the shelf. They are looked at before a connection is taken, of which there are few. */
@Service
public class ShelfUploads {
    private final ShelfDocuments documents;

    ShelfUploads(ShelfDocuments documents) {
        this.documents = documents;
    }

    /** @throws Invalid when it is none that can be looked at */
    public ShelfDocument bring(ShelfVisitor visitor, ShelfPlace place, String name, Path file) throws IOException {
        Spot spot = documents.spot(visitor, place);
        String called =
                ShelfDocuments.named(name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1), "");
        ScanFormat format = ScanFormat.of(file).orElseThrow(() -> Invalid.of("shelf.file", "file"));
        String mediaType = mediaType(format);
        Coming coming = new Coming(
                spot,
                called,
                false,
                mediaType,
                file,
                DocumentLook.of(file, called, mediaType),
                visitor.name(),
                Optional.empty());
        UUID id = documents.add(coming).orElseThrow();
        return documents.get(visitor, id);
    }

    private static String mediaType(ScanFormat format) {
        return switch (format) {
            case PDF -> "application/pdf";
            case TIFF -> "image/tiff";
            case JPEG -> "image/jpeg";
            case PNG -> "image/png";
        };
    }
}

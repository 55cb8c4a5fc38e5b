package inky.courier.demo;

import inky.courier.core.destination.DestinationKind;
import inky.courier.destination.DestinationForm;
import inky.courier.destination.DestinationService;
import inky.courier.shelf.ShelfDocuments.ShelfPlace;
import inky.courier.shelf.ShelfFolders;
import inky.courier.shelf.ShelfFolders.ShelfFolderForm;
import inky.courier.shelf.ShelfFolders.ShelfFolderView;
import inky.courier.shelf.ShelfUploads;
import inky.courier.shelf.ShelfVisitor;
import inky.courier.store.WorkFolders;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts.FontName;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** Forms and notices of the demo office, drawn as such papers are. */
@Component
@Profile("demo")
class DemoShelf {
    private static final float MARGIN = 56;
    private static final List<String> LINES = List.of(
            "Name", "Vessel", "Company", "Berth", "Date and time", "Telephone", "Reason", "Remarks", "Signature");

    private final ShelfFolders folders;
    private final ShelfUploads uploads;
    private final DestinationService destinations;
    private final WorkFolders work;

    DemoShelf(ShelfFolders folders, ShelfUploads uploads, DestinationService destinations, WorkFolders work) {
        this.folders = folders;
        this.uploads = uploads;
        this.destinations = destinations;
        this.work = work;
    }

    /** @return destinations onto the shelf where scans are to go */
    List<UUID> fill(List<World.ShelfFolder> wanted) {
        List<UUID> made = new ArrayList<>();
        ShelfVisitor courier = new ShelfVisitor("demo", "maud", Optional.empty(), Optional.empty());
        for (World.ShelfFolder folder : wanted) {
            ShelfFolderView kept = folders.add(
                    new ShelfFolderForm(folder.name(), folder.reach(), null, folder.own(), folder.keepDays(), null));
            for (String title : folder.documents()) {
                bring(courier, kept.id(), title);
            }
            if (folder.passcode() != null) {
                folders.change(
                        kept.id(),
                        new ShelfFolderForm(
                                folder.name(),
                                folder.reach(),
                                null,
                                folder.own(),
                                folder.keepDays(),
                                folder.passcode()),
                        "");
            }
            if (folder.documents().isEmpty()) {
                made.add(destinations
                        .add(DestinationForm.through(folder.name(), DestinationKind.SHELF_FOLDER, kept.id()))
                        .id());
            }
        }
        return made;
    }

    private void bring(ShelfVisitor visitor, UUID folder, String title) {
        try {
            Path made = work.make();
            try {
                Path file = made.resolve("form.pdf");
                try (PDDocument document = new PDDocument()) {
                    draw(document, title, 0);
                    if (title.length() % 2 == 0) {
                        draw(document, title, 1);
                    }
                    document.save(file.toFile());
                }
                uploads.bring(visitor, new ShelfPlace(folder, null), title.replace(":", "") + ".pdf", file);
            } finally {
                work.remove(made);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void draw(PDDocument document, String title, int page) throws IOException {
        PDPage sheet = new PDPage(PDRectangle.A4);
        document.addPage(sheet);
        float width = PDRectangle.A4.getWidth();
        try (PDPageContentStream out = new PDPageContentStream(document, sheet)) {
            write(out, FontName.HELVETICA, 11, MARGIN, 790, "Wherrymoor Ferries");
            out.setLineWidth(2);
            line(out, 780, width);
            write(out, FontName.HELVETICA_BOLD, 24, MARGIN, 742, title);
            out.setLineWidth(0.7f);
            float y = 690;
            for (String name : LINES.subList(page * 4, page == 0 ? LINES.size() : 8)) {
                write(out, FontName.HELVETICA, 11, MARGIN, y + 20, name);
                line(out, y, width);
                y -= 62 + title.length() % 5 * 3;
            }
            for (int box = 0; box < 3; box++) {
                out.addRect(MARGIN + box * 150, 80, 12, 12);
                write(
                        out,
                        FontName.HELVETICA,
                        11,
                        MARGIN + box * 150 + 20,
                        81,
                        List.of("New", "Renewed", "Ended").get(box));
            }
            out.stroke();
        }
    }

    private static void line(PDPageContentStream out, float y, float width) throws IOException {
        out.moveTo(MARGIN, y);
        out.lineTo(width - MARGIN, y);
        out.stroke();
    }

    private static void write(PDPageContentStream out, FontName name, float size, float x, float y, String text)
            throws IOException {
        PDFont font = new PDType1Font(name);
        out.beginText();
        out.setFont(font, size);
        out.newLineAtOffset(x, y);
        out.showText(text);
        out.endText();
    }
}

package inky.courier.print;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.destination.PrintSettings;
import inky.courier.core.destination.PrintSettings.PrintSides;
import inky.courier.core.message.Message;
import inky.courier.core.print.PageRanges;
import inky.courier.core.print.PrintChoices;
import inky.courier.core.print.PrintOffer;
import inky.courier.core.print.PrintWish;
import inky.courier.core.print.SheetPlan;
import inky.courier.core.print.SheetPlan.PrintedSheet;
import inky.courier.delivery.Files.KeptFile;
import inky.courier.delivery.Paper;
import inky.courier.delivery.PrintAgain;
import inky.courier.delivery.PrintAgain.Kept;
import inky.courier.device.DeviceAddress;
import inky.courier.device.DeviceLinks;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.device.DeviceTrouble;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;

/** Prints what was scanned once more, on a device that somebody chooses, as they choose: first shown, then done. */
@Service
public class DocumentPrinting {
    private static final int MOST_SHEETS = 60;
    private static final String PDF = "application/pdf";

    private final PrintAgain again;
    private final DeviceService devices;
    private final DeviceLinks links;

    /** Somebody who chooses asks for the same device many times in a row. */
    private final Cache<UUID, Optional<PrintOffer>> offers = Caffeine.newBuilder()
            .maximumSize(200)
            .expireAfterWrite(Duration.ofSeconds(20))
            .build();

    DocumentPrinting(PrintAgain again, DeviceService devices, DeviceLinks links) {
        this.again = again;
        this.devices = devices;
        this.links = links;
    }

    /**
     * What is chosen; absent is as the device is set.
     *
     * @param file position of the only file that is printed; absent for all
     * @param pages of each, like {@code 1-3, 7}; absent or blank for all
     * @param tray keyword of a tray of the device; absent or blank where it chooses itself
     */
    public record PrintForm(
            @Nullable UUID deviceId,
            @Nullable Integer file,
            @Nullable Integer copies,
            @Nullable PrintSettings.PrintSides sides,
            @Nullable PrintSettings.PrintColour colour,
            @Nullable Boolean staple,
            @Nullable PrintSettings.PrintScaling scaling,
            @Nullable PrintSettings.PagesPerSide perSide,
            @Nullable String pages,
            @Nullable String tray) {
        /** The same at another device. */
        public PrintForm on(UUID device) {
            return new PrintForm(device, file, copies, sides, colour, staple, scaling, perSide, pages, tray);
        }

        private PrintWish wish() {
            return new PrintWish(
                    new PrintSettings(
                            copies == null ? 1 : copies, sides, colour, Boolean.TRUE.equals(staple), scaling, perSide),
                    pages == null ? "" : pages.strip(),
                    tray == null ? "" : tray.strip());
        }
    }

    /** @param prints whether the chosen device prints files of its sort, as far as it tells */
    public record PrintedFile(int position, String name, int pages, boolean prints) {}

    /** @param columns in which the pages of a side lie */
    public record SheetsOfFile(int file, List<PrintedSheet> sheets, int columns) {}

    /**
     * What would come out.
     *
     * @param choices absent where the device does not answer
     * @param sheets of one copy of each file, the first of them
     * @param sheetsInAll of all copies of all files
     * @param problems why it cannot be printed like that, by the fields of the form
     */
    public record PrintPreview(
            List<PrintedFile> files,
            @Nullable PrintChoices choices,
            List<SheetsOfFile> sheets,
            long sheetsInAll,
            List<Problem> problems) {}

    /** For the desk. @throws Refusal when the delivery is none of theirs, or is not kept any more */
    public PrintPreview preview(UUID delivery, PrintForm form) {
        return look(again.kept(delivery), form, device(form.deviceId)).preview;
    }

    /** For whoever scanned it, at a device. @throws Refusal when it is not theirs, or is not kept any more */
    public PrintPreview preview(UUID delivery, PersonView person, PrintForm form) {
        return look(again.kept(delivery, person), form, device(form.deviceId)).preview;
    }

    /** For the desk. @throws Invalid when it cannot be printed like that */
    public void print(UUID delivery, PrintForm form) {
        again.print(delivery, paper(again.kept(delivery), form));
    }

    /** For whoever scanned it. @throws Invalid when it cannot be printed like that */
    public void print(UUID delivery, PersonView person, PrintForm form) {
        again.print(delivery, person, paper(again.kept(delivery, person), form));
    }

    private Paper paper(Kept kept, PrintForm form) {
        DeviceView device = device(form.deviceId);
        Look look = look(kept, form, device);
        if (!look.preview.problems.isEmpty()) {
            throw new Invalid(look.preview.problems);
        }
        return new Paper(device.id(), device.name(), look.wish, Optional.ofNullable(form.file));
    }

    private DeviceView device(@Nullable UUID id) {
        if (id == null) {
            throw Invalid.of("print.device", "deviceId");
        }
        DeviceView device = devices.get(id);
        if (!device.abilities().prints()) {
            throw Invalid.of("print.device", "deviceId");
        }
        return device;
    }

    private record Look(PrintWish wish, PrintPreview preview) {}

    private Look look(Kept kept, PrintForm form, DeviceView device) {
        if (kept.files().isEmpty()) {
            throw Refusal.of(HttpStatus.CONFLICT, "print.no-files");
        }
        List<KeptFile> wanted = kept.files().stream()
                .filter(file -> form.file == null || form.file == file.position())
                .toList();
        if (wanted.isEmpty()) {
            throw Refusal.notFound("file");
        }
        List<Problem> problems = new ArrayList<>();
        PrintWish wish = form.wish();
        PageRanges ranges = PageRanges.ALL;
        try {
            ranges = wish.ranges();
        } catch (Invalid unreadable) {
            problems.addAll(unreadable.problems());
            wish = new PrintWish(wish.how(), "", wish.tray());
        }
        int copies = wish.how().copies();
        if (copies < 1 || copies > PrintSettings.MOST_COPIES) {
            problems.add(Problem.of("print.number", "copies"));
        }
        Optional<PrintOffer> told = offer(device);
        PrintOffer offer = told.orElse(PrintOffer.UNTOLD);
        if (told.isEmpty()) {
            problems.add(about("print.away", "deviceId", device));
        }
        problems.addAll(offer.lacks(wish, device.name()));
        problems.addAll(unprintable(kept, wanted, offer, device));
        boolean twoSided = wish.how().sides() == PrintSides.AS_SET
                ? offer.isUsuallyTwoSided()
                : wish.how().sides() != PrintSides.ONE;
        List<SheetsOfFile> sheets = new ArrayList<>();
        long inAll = 0;
        for (KeptFile file : wanted) {
            List<Integer> pages = ranges.of(file.pages());
            if (pages.isEmpty() && file.pages() > 0) {
                problems.add(new Problem(
                        "print.no-pages",
                        "pages",
                        Message.of("problem.print.no-pages"),
                        Message.of("problem.print.no-pages.remedy").with("n", file.pages())));
            }
            SheetPlan plan = SheetPlan.of(pages, wish.how().perSide(), twoSided);
            sheets.add(new SheetsOfFile(
                    file.position(), plan.sheets().stream().limit(MOST_SHEETS).toList(), plan.columns()));
            inAll += (long) plan.sheets().size() * Math.max(1, copies);
        }
        return new Look(
                wish,
                new PrintPreview(
                        kept.files().stream()
                                .map(file -> new PrintedFile(
                                        file.position(), file.name(), file.pages(), offer.prints(file.mediaType())))
                                .toList(),
                        told.map(PrintOffer::choices).orElse(null),
                        sheets,
                        inAll,
                        problems));
    }

    private static List<Problem> unprintable(Kept kept, List<KeptFile> wanted, PrintOffer offer, DeviceView device) {
        if (kept.encrypted() && wanted.stream().anyMatch(file -> PDF.equals(file.mediaType()))) {
            return List.of(Problem.of("print.encrypted", "file"));
        }
        return wanted.stream().allMatch(file -> offer.prints(file.mediaType()))
                ? List.of()
                : List.of(about("print.format", "file", device));
    }

    private static Problem about(String code, String field, DeviceView device) {
        return new Problem(
                code,
                field,
                Message.of("problem." + code).with("device", device.name()),
                Message.of("problem." + code + ".remedy"));
    }

    private Optional<PrintOffer> offer(DeviceView device) {
        return Objects.requireNonNull(offers.get(device.id(), id -> {
            DeviceAddress address = devices.addressOf(id);
            try {
                return Optional.of(links.printer(address).offer(address));
            } catch (DeviceTrouble away) {
                return Optional.empty();
            }
        }));
    }
}

package inky.courier.print;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.destination.PrintSettings;
import inky.courier.core.destination.PrintSettings.PrintSides;
import inky.courier.core.message.Message;
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
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;

/** Prints what was scanned once more, on a device that somebody chooses, as they choose: first shown, then done. */
@Service
public class DocumentPrinting {
    private static final int MOST_SHEETS = 60;
    private static final String PDF = "application/pdf";

    /** RFC 8011 section 5.1.4. */
    private static final Pattern KEYWORD = Pattern.compile("[a-z0-9._-]{0,64}");

    private final PrintAgain again;
    private final DeviceService devices;
    private final DeviceLinks links;

    /** Somebody who chooses asks for the same device many times in a row. */
    private final Cache<UUID, PrintOffer> offers = Caffeine.newBuilder()
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
        List<KeptFile> wanted = wanted(kept, form);
        List<Problem> problems = new ArrayList<>();
        PrintWish wish = readable(form.wish(), device, problems);
        Optional<PrintOffer> told = offer(device);
        if (told.isEmpty()) {
            problems.add(about("print.away", "deviceId", device));
        }
        PrintOffer offer = told.orElse(PrintOffer.UNTOLD);
        problems.addAll(offer.lacks(forLongest(wish, wanted), device.name()));
        problems.addAll(unprintable(kept, wanted, offer, device));
        List<SheetPlan> plans =
                wanted.stream().map(file -> plan(file, wish, offer, problems)).toList();
        List<SheetsOfFile> sheets = new ArrayList<>();
        for (int n = 0; n < plans.size(); n++) {
            SheetPlan plan = plans.get(n);
            sheets.add(new SheetsOfFile(
                    wanted.get(n).position(),
                    plan.sheets().stream().limit(MOST_SHEETS).toList(),
                    plan.columns()));
        }
        long ofOneCopy = plans.stream().mapToLong(plan -> plan.sheets().size()).sum();
        return new Look(
                wish,
                new PrintPreview(
                        kept.files().stream()
                                .map(file -> new PrintedFile(
                                        file.position(), file.name(), file.pages(), offer.prints(file.mediaType())))
                                .toList(),
                        told.map(PrintOffer::choices).orElse(null),
                        sheets,
                        ofOneCopy * Math.max(1, wish.how().copies()),
                        problems));
    }

    /** Whether pages are left out at all is seen at the document that has most. */
    private static PrintWish forLongest(PrintWish wish, List<KeptFile> wanted) {
        return wish.within(wanted.stream().mapToInt(KeptFile::pages).max().orElse(0));
    }

    private static List<KeptFile> wanted(Kept kept, PrintForm form) {
        if (kept.files().isEmpty()) {
            throw Refusal.of(HttpStatus.CONFLICT, "print.no-files");
        }
        List<KeptFile> wanted = kept.files().stream()
                .filter(file -> form.file == null || form.file == file.position())
                .toList();
        if (wanted.isEmpty()) {
            throw Refusal.notFound("file");
        }
        return wanted;
    }

    /** What of it can be read; the rest is a problem. */
    private static PrintWish readable(PrintWish wish, DeviceView device, List<Problem> problems) {
        String tray = KEYWORD.matcher(wish.tray()).matches() ? wish.tray() : "";
        if (!tray.equals(wish.tray())) {
            problems.add(about("print.tray", "tray", device));
        }
        int copies = wish.how().copies();
        if (copies < 1 || copies > PrintSettings.MOST_COPIES) {
            problems.add(Problem.of("print.number", "copies"));
        }
        try {
            return new PrintWish(wish.how(), wish.ranges().toString(), tray);
        } catch (Invalid unreadable) {
            problems.addAll(unreadable.problems());
            return new PrintWish(wish.how(), "", tray);
        }
    }

    private static SheetPlan plan(KeptFile file, PrintWish wish, PrintOffer offer, List<Problem> problems) {
        // Text is not told in pages.
        List<Integer> pages = wish.ranges().of(Math.max(1, file.pages()));
        if (pages.isEmpty()) {
            problems.add(new Problem(
                    "print.no-pages",
                    "pages",
                    Message.of("problem.print.no-pages"),
                    Message.of("problem.print.no-pages.remedy").with("n", file.pages())));
        }
        PrintSides sides = wish.how().sides();
        boolean twoSided = sides == PrintSides.AS_SET ? offer.isUsuallyTwoSided() : sides != PrintSides.ONE;
        return SheetPlan.of(pages, wish.how().perSide(), twoSided);
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

    /** @return empty where it does not answer; then it is asked again the next time */
    private Optional<PrintOffer> offer(DeviceView device) {
        PrintOffer known = offers.getIfPresent(device.id());
        if (known != null) {
            return Optional.of(known);
        }
        DeviceAddress address = devices.addressOf(device.id());
        try {
            PrintOffer told = links.printer(address).offer(address);
            offers.put(device.id(), told);
            return Optional.of(told);
        } catch (DeviceTrouble away) {
            return Optional.empty();
        }
    }
}

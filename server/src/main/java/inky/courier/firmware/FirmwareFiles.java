package inky.courier.firmware;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.FirmwareItem;
import inky.courier.core.office.Office;
import inky.courier.core.text.Csv;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.IncomingTable;
import inky.courier.web.IncomingTable.Line;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The list of allowed firmware as a table: model, wanted, also. It is compared first, and made by the token of what was compared. */
@Service
class FirmwareFiles {
    private static final int MOST_LINES = 500;
    private static final int MOST_SIGNS = 200_000;
    private static final List<String> COLUMNS = List.of("model", "wanted", "also");

    private final SetUp setUp;

    FirmwareFiles(SetUp setUp) {
        this.setUp = setUp;
    }

    /** What a line of a table would do. */
    enum Effect {
        ADD,
        CHANGE,
        SAME,
        /** It is wrong. */
        NONE
    }

    /** @param line in the file @param problem what is wrong with it; empty for nothing */
    record FirmwareLine(int line, String model, String wanted, List<String> also, Effect effect, Message problem) {}

    /** @param token to have exactly this made; empty where nothing would change, or something is wrong */
    record FirmwareComparison(List<FirmwareLine> lines, String token) {}

    @Transactional(readOnly = true)
    public String write() {
        StringBuilder table = new StringBuilder(Csv.row(COLUMNS));
        setUp.office().all(FirmwareItem.class).stream()
                .sorted((a, b) -> String.CASE_INSENSITIVE_ORDER.compare(a.name(), b.name()))
                .forEach(item -> table.append(Csv.row(
                        List.of(item.name(), item.wanted(), String.join(IncomingTable.SEPARATOR + " ", item.also())))));
        return table.toString();
    }

    @Transactional(readOnly = true)
    public FirmwareComparison compare(@Nullable String file) {
        return comparison(setUp.office(), items(file));
    }

    /** @throws Refusal where it would no longer do what was compared */
    @Transactional
    public FirmwareComparison take(@Nullable String file, @Nullable String token) {
        List<Entry> entries = items(file);
        List<FirmwareComparison> made = new ArrayList<>();
        setUp.change(office -> {
            FirmwareComparison now = comparison(office, entries);
            if (now.token.isEmpty() || !now.token.equals(token)) {
                throw Refusal.of(HttpStatus.CONFLICT, "firmware.compared");
            }
            made.add(now);
            List<Change> changes = new ArrayList<>();
            for (Entry entry : entries) {
                FirmwareItem item = item(office, entry);
                if (!existing(office, entry.model).equals(Optional.of(item))) {
                    changes.add(new Change.Put(item));
                }
            }
            return Wish.of(changes);
        });
        return made.get(0);
    }

    private record Entry(int line, String model, String wanted, List<String> also) {}

    private static List<Entry> items(@Nullable String file) {
        if (file == null) {
            throw Invalid.of("firmware.table", "file");
        }
        IncomingTable.requireShort(file, MOST_SIGNS, MOST_LINES, "firmware.table");
        return IncomingTable.read(file, List.of("model", "wanted"), MOST_LINES, "firmware.table").lines().stream()
                .map(FirmwareFiles::entry)
                .toList();
    }

    private static Entry entry(Line line) {
        return new Entry(line.number(), line.get("model"), line.get("wanted"), line.several("also"));
    }

    private static FirmwareItem item(Office office, Entry entry) {
        UUID id = existing(office, entry.model).map(FirmwareItem::id).orElseGet(UUID::randomUUID);
        return new FirmwareItem(id, entry.model, entry.wanted, entry.also);
    }

    private static Optional<FirmwareItem> existing(Office office, String model) {
        return office.all(FirmwareItem.class).stream()
                .filter(item -> item.isOf(model))
                .findFirst();
    }

    private static FirmwareComparison comparison(Office office, List<Entry> entries) {
        Set<String> models = new HashSet<>();
        List<FirmwareLine> lines = entries.stream()
                .map(entry -> line(office, entry, models.add(entry.model.toLowerCase(Locale.ROOT))))
                .toList();
        boolean isRight = lines.stream().allMatch(line -> line.problem.isEmpty());
        boolean changes = lines.stream().anyMatch(line -> line.effect == Effect.ADD || line.effect == Effect.CHANGE);
        return new FirmwareComparison(lines, isRight && changes ? IncomingTable.token(lines.toArray()) : "");
    }

    private static FirmwareLine line(Office office, Entry entry, boolean first) {
        Optional<FirmwareItem> before = existing(office, entry.model);
        FirmwareItem after = item(office, entry);
        Message problem = first ? problem(office, after) : Message.of("firmware.line-twice");
        Effect effect = !problem.isEmpty()
                ? Effect.NONE
                : before.isEmpty() ? Effect.ADD : before.get().equals(after) ? Effect.SAME : Effect.CHANGE;
        return new FirmwareLine(entry.line, after.name(), after.wanted(), after.also(), effect, problem);
    }

    private static Message problem(Office office, FirmwareItem item) {
        try {
            item.check(office);
            return Message.none();
        } catch (Invalid e) {
            return e.problems().get(0).sentence();
        }
    }
}

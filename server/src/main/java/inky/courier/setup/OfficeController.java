package inky.courier.setup;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.access.Right;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.core.office.OfficeFormat;
import inky.courier.core.office.Reference;
import inky.courier.setup.OfficeFiles.Comparison;
import inky.courier.web.Access;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/office")
class OfficeController {
    private final SetUp setUp;
    private final OfficeFiles files;
    private final SecurityLog log;

    OfficeController(SetUp setUp, OfficeFiles files, SecurityLog log) {
        this.setUp = setUp;
        this.files = files;
        this.log = log;
    }

    /**
     * @param file the text of an exported set-up
     * @param removes whether what is not in it goes
     * @param passphrase for the secrets in it; absent to leave them
     * @param leftOut changes that shall not be made, by kind and id as they are shown; absent for none
     * @param matchNames whether what is called the same is taken to be the same, whatever its id; absent for no
     */
    record OfficeFile(
            String file,
            boolean removes,
            @Nullable String passphrase,
            @Nullable Set<String> leftOut,
            @Nullable Boolean matchNames) {
        OfficeFiles.Incoming incoming() {
            return new OfficeFiles.Incoming(
                    file,
                    removes,
                    Objects.requireNonNullElse(passphrase, ""),
                    Objects.requireNonNullElse(leftOut, Set.of()),
                    Boolean.TRUE.equals(matchNames));
        }
    }

    /** @param token of the comparison that was looked at */
    record OfficeImport(OfficeFile file, String token) {}

    /**
     * @param jobs names of those that are wanted, with all that they need; absent for the whole set-up
     * @param passphrase under which secrets come along; absent for none
     */
    record OfficeExport(
            OfficeFormat format,
            @Nullable List<String> jobs,
            @Nullable String passphrase) {}

    record User(UUID id, String name) {}

    /** @param panels by the names of their devices */
    record UsedBy(List<User> destinations, List<User> jobs, List<User> panels) {}

    /** What would not work without a thing, directly or through others. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/used-by")
    UsedBy usedBy(@RequestParam ItemKind kind, @RequestParam UUID id) {
        Office office = setUp.office();
        List<Item> all = office.allDependents(new Reference(kind, id));
        return new UsedBy(
                users(all, ItemKind.DESTINATION, Item::name),
                users(all, ItemKind.JOB, Item::name),
                users(
                        all,
                        ItemKind.PANEL,
                        panel -> panel.partOf()
                                .flatMap(office::find)
                                .map(Item::name)
                                .orElse("")));
    }

    private static List<User> users(List<Item> all, ItemKind kind, Function<Item, String> name) {
        return all.stream()
                .filter(item -> item.itemKind() == kind)
                .map(item -> new User(item.id(), name.apply(item)))
                .sorted(Comparator.comparing(User::name))
                .toList();
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/export")
    ResponseEntity<String> exportOffice(
            @RequestParam(defaultValue = "YAML") OfficeFormat format, Principal who, HttpServletRequest request) {
        log.note(SecurityLog.Event.EXPORTED, who.getName(), Place.DESK, request.getRemoteAddr(), "the set-up");
        return StreamedContent.attachment(ResponseEntity.ok(), "inky-courier-set-up." + format.extension())
                .contentType(MediaType.parseMediaType("text/plain;charset=utf-8"))
                .body(files.write(format, List.of(), ""));
    }

    /** A part of the set-up, or with its secrets. */
    @Needs(Right.READ_SETUP)
    @PostMapping("/export")
    ResponseEntity<String> exportPart(@RequestBody OfficeExport wanted, Principal who, HttpServletRequest request) {
        String passphrase = Objects.requireNonNullElse(wanted.passphrase(), "");
        if (!passphrase.isEmpty()) {
            Access.require(Right.CHANGE_SETUP);
        }
        List<String> jobs = Objects.requireNonNullElse(wanted.jobs(), List.of());
        String file = files.write(wanted.format(), jobs, passphrase);
        String what = (jobs.isEmpty() ? "the set-up" : String.join(", ", jobs))
                + (passphrase.isEmpty() ? "" : ", with passwords");
        log.note(SecurityLog.Event.EXPORTED, who.getName(), Place.DESK, request.getRemoteAddr(), what);
        return StreamedContent.attachment(
                        ResponseEntity.ok(),
                        "inky-courier-set-up." + wanted.format().extension())
                .contentType(MediaType.parseMediaType("text/plain;charset=utf-8"))
                .body(file);
    }

    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/compare")
    Comparison compareOffice(@RequestBody OfficeFile file) {
        return files.compare(file.incoming());
    }

    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/import")
    Comparison importOffice(@RequestBody OfficeImport wanted) {
        return files.make(wanted.file().incoming(), wanted.token());
    }
}

package inky.courier.people;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.access.Right;
import inky.courier.people.ManyPeople.Chosen;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Many people at once: chosen in a list, or in a table that comes in or goes out. */
@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/people")
class ManyPeopleController {
    private final ManyPeople many;
    private final PinHandover handover;
    private final PeopleFiles files;
    private final SecurityLog log;

    ManyPeopleController(ManyPeople many, PinHandover handover, PeopleFiles files, SecurityLog log) {
        this.many = many;
        this.handover = handover;
        this.files = files;
        this.log = log;
    }

    /** A new PIN for each of many, as letters to be printed. */
    @PostMapping("/pin-letters")
    ResponseEntity<byte[]> pinLetters(@RequestBody Chosen chosen, Principal who, HttpServletRequest request) {
        List<UUID> people = many.of(chosen);
        exported("new PINs: " + people.size(), who, request);
        return StreamedContent.attachment(ResponseEntity.ok(), "pins.pdf")
                .contentType(MediaType.APPLICATION_PDF)
                .cacheControl(CacheControl.noStore())
                .body(handover.letters(people));
    }

    /** A new PIN for each of many, by mail. */
    @PostMapping("/pin-mails")
    PinHandover.Mailed pinMails(@RequestBody Chosen chosen) {
        return handover.mails(many.of(chosen));
    }

    /** @param group of joining and leaving; absent for other acts */
    record ManyOrder(
            Chosen people, ManyPeople.Act act, @Nullable String group) {}

    /** @param changed how many are otherwise now */
    record ManyDone(int changed) {}

    @PostMapping("/many")
    ManyDone changeMany(@RequestBody ManyOrder order) {
        return new ManyDone(many.act(order.people(), order.act(), order.group()));
    }

    @Needs(Right.READ_SETUP)
    @GetMapping(path = "/export.csv", produces = "text/csv")
    ResponseEntity<String> exportPeople(Principal who, HttpServletRequest request) {
        exported("people", who, request);
        return StreamedContent.csv("people.csv").body(files.write());
    }

    @PostMapping("/import/compare")
    PeopleFiles.PeopleComparison comparePeople(@RequestBody PeopleFiles.PeopleTable file) {
        return files.compare(file);
    }

    /** @param token of the comparison that was looked at */
    record PeopleImport(PeopleFiles.PeopleTable file, String token) {}

    @PostMapping("/import")
    PeopleFiles.PeopleImported importPeople(@RequestBody PeopleImport order) {
        return files.make(order.file(), order.token());
    }

    private void exported(String what, Principal who, HttpServletRequest request) {
        log.note(SecurityLog.Event.EXPORTED, who.getName(), Place.DESK, request.getRemoteAddr(), what);
    }
}

package inky.courier.help;

import inky.courier.audit.SecurityLog;
import inky.courier.core.access.Right;
import inky.courier.help.HelpDeskCalls.HelpCallView;
import inky.courier.scan.ScanPages;
import inky.courier.signin.Source;
import inky.courier.web.Needs;
import inky.courier.web.Refusal;
import inky.courier.web.StreamedContent;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The desk's side of calls for help. */
@RestController
@Needs(Right.HELP_AT_PANELS)
@RequestMapping("/api/help-calls")
class HelpController {
    private final HelpDeskCalls calls;
    private final ScanPages pages;
    private final SecurityLog log;

    HelpController(HelpDeskCalls calls, ScanPages pages, SecurityLog log) {
        this.calls = calls;
        this.pages = pages;
        this.log = log;
    }

    /** @param pointsAt the key of the part of the screen that is meant; absent for none */
    record DeskWords(String text, @Nullable Integer pointsAt) {}

    @GetMapping
    List<HelpCallView> listHelpCalls() {
        return calls.list();
    }

    @GetMapping("/{id}")
    HelpCallView getHelpCall(@PathVariable UUID id) {
        return calls.get(id);
    }

    @PostMapping("/{id}/answer")
    HelpCallView answerHelpCall(@PathVariable UUID id) {
        return calls.answer(id);
    }

    @PostMapping("/{id}/words")
    HelpCallView sayToPanel(@PathVariable UUID id, @RequestBody DeskWords words) {
        return calls.sayFromDesk(id, words.text(), words.pointsAt());
    }

    @PostMapping("/{id}/end")
    HelpCallView endHelpCall(@PathVariable UUID id) {
        return calls.endFromDesk(id);
    }

    @GetMapping("/{id}/screen")
    SharedScreen getSharedScreen(@PathVariable UUID id) {
        return calls.screen(id);
    }

    /** A page that the panel shows, where whoever stands there allows it; the first time is recorded. */
    @GetMapping("/{id}/pages/{page}")
    ResponseEntity<byte[]> sharedPage(@PathVariable UUID id, @PathVariable UUID page, HttpServletRequest request)
            throws IOException {
        SharedScreen screen = calls.screen(id);
        if (!screen.shows(page) || screen.scanId() == null) {
            throw Refusal.notFound("page");
        }
        if (calls.notePagesSeen(id)) {
            HelpCallView call = calls.get(id);
            log.note(
                    SecurityLog.Event.PAGES_OPENED,
                    Who.name(),
                    SecurityLog.Place.DESK,
                    Source.of(request).address(),
                    call.person() + ", " + call.device());
        }
        return StreamedContent.passingPicture(pages.picture(screen.scanId(), page, true));
    }
}

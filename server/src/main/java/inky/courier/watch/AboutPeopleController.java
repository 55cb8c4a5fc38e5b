package inky.courier.watch;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.access.Right;
import inky.courier.watch.AboutPeople.Everything;
import inky.courier.watch.AboutPeople.Forgetting;
import inky.courier.watch.AboutPeople.PersonPage;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/people/{id}")
class AboutPeopleController {
    private final AboutPeople about;
    private final SecurityLog log;

    AboutPeopleController(AboutPeople about, SecurityLog log) {
        this.about = about;
        this.log = log;
    }

    @GetMapping("/page")
    PersonPage personPage(@PathVariable UUID id) {
        return about.page(id);
    }

    /** Ends what they have open at panels. */
    @PostMapping("/sign-out")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(@PathVariable UUID id) {
        about.signOut(id);
    }

    /** Everything that is kept of somebody, for them to read (GDPR article 15; from memory). */
    @GetMapping("/everything.json")
    ResponseEntity<Everything> everything(@PathVariable UUID id, Principal who, HttpServletRequest request) {
        Everything all = about.everything(id);
        log.note(
                SecurityLog.Event.EXPORTED,
                who.getName(),
                Place.DESK,
                request.getRemoteAddr(),
                // By the id: who is forgotten later is not named here either.
                "personal data, " + id);
        return StreamedContent.attachment(ResponseEntity.ok(), "everything.json")
                .body(all);
    }

    @GetMapping("/forgetting")
    Forgetting forgetting(@PathVariable UUID id) {
        return about.forgetting(id);
    }

    @PostMapping("/forget")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(@PathVariable UUID id) {
        about.forget(id);
    }
}

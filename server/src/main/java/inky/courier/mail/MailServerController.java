package inky.courier.mail;

import inky.courier.connection.ProbeReport;
import inky.courier.core.access.Right;
import inky.courier.mail.MailServers.MailServerForm;
import inky.courier.mail.MailServers.MailServerView;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/mail-servers")
class MailServerController {
    private final MailServers servers;
    private final MailServerGuess guess;

    MailServerController(MailServers servers, MailServerGuess guess) {
        this.servers = servers;
        this.guess = guess;
    }

    record GuessOrder(String address) {}

    /** Which server sends mail of an address, as far as DNS says so. */
    @PostMapping("/guess")
    List<MailServerGuess.Guess> guessMailServer(@RequestBody GuessOrder order) {
        return guess.of(order.address());
    }

    /** @param id of the saved server whose password is meant when the form has none */
    record DraftProbe(@Nullable UUID id, MailServerForm form, String testTo) {}

    record SavedProbe(String testTo) {}

    record PasswordChange(String password) {}

    @Needs(Right.READ_SETUP)
    @GetMapping
    List<MailServerView> listMailServers() {
        return servers.list();
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    MailServerView getMailServer(@PathVariable UUID id) {
        return servers.get(id);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    MailServerView addMailServer(@RequestBody MailServerForm form) {
        return servers.add(form);
    }

    @PutMapping("/{id}")
    MailServerView changeMailServer(
            @PathVariable UUID id,
            @RequestBody MailServerForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return servers.change(id, form, version);
    }

    @PutMapping("/{id}/password")
    MailServerView changeMailPassword(@PathVariable UUID id, @RequestBody PasswordChange change) {
        return servers.changePassword(id, change.password());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteMailServer(@PathVariable UUID id) {
        servers.delete(id);
    }

    @PostMapping("/probe")
    ProbeReport probeDraft(@RequestBody DraftProbe draft) {
        return servers.probe(draft.id(), draft.form(), draft.testTo());
    }

    @PostMapping("/{id}/probe")
    ProbeReport probeSaved(@PathVariable UUID id, @RequestBody SavedProbe probe) {
        return servers.probe(id, probe.testTo());
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}/probes")
    List<ProbeReport> probeHistory(@PathVariable UUID id) {
        return servers.history(id);
    }
}

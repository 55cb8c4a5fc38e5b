package inky.courier.consent;

import inky.courier.consent.Consents.ConsentView;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who has allowed Courier into which cloud folder, for administrators. */
@RestController
@RequestMapping("/api/destinations/{id}/consents")
class ConsentController {
    private final Consents consents;

    ConsentController(Consents consents) {
        this.consents = consents;
    }

    @GetMapping
    List<ConsentView> listConsents(@PathVariable UUID id) {
        return consents.at(id);
    }

    @DeleteMapping("/{person}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdrawConsent(@PathVariable UUID id, @PathVariable UUID person) {
        consents.withdraw(id, person);
    }
}

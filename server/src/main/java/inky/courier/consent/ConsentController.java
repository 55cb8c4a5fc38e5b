package inky.courier.consent;

import inky.courier.consent.Consents.ConsentView;
import inky.courier.consent.Consents.WithdrawnConsent;
import inky.courier.core.access.Right;
import inky.courier.web.Needs;
import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Who has allowed Courier into which cloud folder, for administrators. */
@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/destinations/{id}/consents")
class ConsentController {
    private final Consents consents;

    ConsentController(Consents consents) {
        this.consents = consents;
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    List<ConsentView> listConsents(@PathVariable UUID id) {
        return consents.at(id);
    }

    @DeleteMapping("/{person}")
    WithdrawnConsent withdrawConsent(@PathVariable UUID id, @PathVariable UUID person) {
        return consents.withdraw(id, person);
    }
}

package inky.courier.preflight;

import inky.courier.core.access.Right;
import inky.courier.core.office.ItemKind;
import inky.courier.preflight.Findings.AcceptForm;
import inky.courier.preflight.Findings.PreflightFinding;
import inky.courier.setup.ItemChange;
import inky.courier.web.Needs;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/findings")
class FindingController {
    private final Findings findings;

    FindingController(Findings findings) {
        this.findings = findings;
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    List<PreflightFinding> listFindings() {
        return findings.list();
    }

    @PutMapping("/accepted")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void acceptFinding(@RequestBody AcceptForm form) {
        findings.accept(form);
    }

    @DeleteMapping("/accepted")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBackAcceptance(@RequestParam String code, @RequestParam ItemKind kind, @RequestParam UUID id) {
        findings.takeBack(code, kind, id);
    }

    /** What mending all of one sort would change. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/mends")
    List<ItemChange> mendsOfFindings(@RequestParam String code) {
        return findings.mendsOf(code);
    }

    @PostMapping("/mends")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void mendFindings(@RequestParam String code) {
        findings.mend(code);
    }
}

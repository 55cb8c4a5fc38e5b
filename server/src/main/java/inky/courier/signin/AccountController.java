package inky.courier.signin;

import inky.courier.core.access.Right;
import inky.courier.core.access.Role;
import inky.courier.signin.Accounts.AccountList;
import inky.courier.signin.Accounts.AccountView;
import inky.courier.signin.Accounts.InvitationForm;
import inky.courier.signin.Accounts.Invited;
import inky.courier.web.Needs;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.MANAGE_ACCOUNTS)
@RequestMapping("/api/accounts")
class AccountController {
    private final Accounts accounts;

    AccountController(Accounts accounts) {
        this.accounts = accounts;
    }

    record RoleChange(Role role) {}

    @GetMapping
    AccountList listAccounts() {
        return accounts.list();
    }

    @PostMapping("/invitations")
    @ResponseStatus(HttpStatus.CREATED)
    Invited invite(@RequestBody InvitationForm form, HttpServletRequest request) {
        return accounts.invite(form, Source.of(request));
    }

    @DeleteMapping("/invitations/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdrawInvitation(@PathVariable UUID id) {
        accounts.withdraw(id);
    }

    @PutMapping("/{id}/role")
    AccountView changeRole(@PathVariable UUID id, @RequestBody RoleChange change, HttpServletRequest request) {
        return accounts.changeRole(id, change.role(), Source.of(request));
    }

    /** @param places empty for everywhere */
    record PlaceLimits(List<String> places) {}

    @PutMapping("/{id}/places")
    AccountView limitToPlaces(@PathVariable UUID id, @RequestBody PlaceLimits limits, HttpServletRequest request) {
        return accounts.limit(id, limits.places(), Source.of(request));
    }

    @DeleteMapping("/{id}/second-factor")
    AccountView removeSecondFactorOf(@PathVariable UUID id, HttpServletRequest request) {
        return accounts.removeSecondFactor(id, Source.of(request));
    }

    @DeleteMapping("/{id}/sessions")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endSessionsOf(@PathVariable UUID id) {
        accounts.endSessions(id);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeAccount(@PathVariable UUID id, HttpServletRequest request) {
        accounts.remove(id, Source.of(request));
    }
}

package inky.courier.signin;

import inky.courier.core.access.Role;
import inky.courier.settings.Settings;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What somebody who is invited to the desk opens; the token in the path is all that they have. */
@RestController
@RequestMapping("/api/invitation/{token}")
class InvitationController {
    private final Accounts accounts;
    private final SignInController door;
    private final Settings settings;

    InvitationController(Accounts accounts, SignInController door, Settings settings) {
        this.accounts = accounts;
        this.door = door;
        this.settings = settings;
    }

    record Invitation(String office, String login, String name, Role role) {}

    record ChosenPassword(String password) {}

    @GetMapping
    Invitation openInvitation(@PathVariable String token) {
        Accounts.InvitationView found = accounts.invitation(token);
        return new Invitation(settings.read().office(), found.login(), found.name(), found.role());
    }

    @PostMapping
    SignInController.SessionView acceptInvitation(
            @PathVariable String token,
            @RequestBody ChosenPassword chosen,
            HttpServletRequest request,
            HttpServletResponse response) {
        SignIn.Identity made = accounts.accept(token, chosen.password(), Source.of(request));
        return door.enter(made, request, response);
    }
}

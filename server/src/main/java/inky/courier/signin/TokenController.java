package inky.courier.signin;

import inky.courier.core.access.Right;
import inky.courier.signin.SetUpTokens.NewToken;
import inky.courier.signin.SetUpTokens.TokenForm;
import inky.courier.signin.SetUpTokens.TokenView;
import inky.courier.web.Needs;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.MANAGE_ACCOUNTS)
@RequestMapping("/api/tokens")
class TokenController {
    private final SetUpTokens tokens;

    TokenController(SetUpTokens tokens) {
        this.tokens = tokens;
    }

    @GetMapping
    List<TokenView> listTokens() {
        return tokens.list();
    }

    /** Makes one and shows it this once. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    NewToken makeToken(@RequestBody TokenForm form) {
        return tokens.make(form);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeToken(@PathVariable UUID id) {
        tokens.remove(id);
    }
}

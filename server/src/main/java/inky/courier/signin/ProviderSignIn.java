package inky.courier.signin;

import inky.courier.audit.ChangeLog;
import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.Invalid;
import inky.courier.core.access.Role;
import inky.courier.core.access.SignInProvider;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.text.PlainText;
import inky.courier.signin.SignInProviders.Kept;
import inky.courier.web.Refusal;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.http.client.SimpleClientHttpRequestFactory;
import org.springframework.http.converter.FormHttpMessageConverter;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.oauth2.client.authentication.OAuth2LoginAuthenticationToken;
import org.springframework.security.oauth2.client.endpoint.RestClientAuthorizationCodeTokenResponseClient;
import org.springframework.security.oauth2.client.http.OAuth2ErrorResponseErrorHandler;
import org.springframework.security.oauth2.client.oidc.authentication.OidcAuthorizationCodeAuthenticationProvider;
import org.springframework.security.oauth2.client.oidc.authentication.OidcIdTokenDecoderFactory;
import org.springframework.security.oauth2.client.oidc.userinfo.OidcUserService;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrationRepository;
import org.springframework.security.oauth2.client.userinfo.DefaultOAuth2UserService;
import org.springframework.security.oauth2.client.web.DefaultOAuth2AuthorizationRequestResolver;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationExchange;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationRequest;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationResponse;
import org.springframework.security.oauth2.core.http.converter.OAuth2AccessTokenResponseHttpMessageConverter;
import org.springframework.security.oauth2.core.oidc.user.OidcUser;
import org.springframework.security.oauth2.jose.jws.SignatureAlgorithm;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestTemplate;

/**
 * Signing in at the office's provider (OpenID Connect Core 1.0 section 3.1, with the proof key of RFC 7636). What somebody may do
 * here, their groups there say, anew at each sign-in.
 */
@Service
class ProviderSignIn {
    private static final Logger LOG = LoggerFactory.getLogger(ProviderSignIn.class);
    private static final int LONGEST_NAME = 80;
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private final SignInProviders providers;
    private final OpenIdClient client;
    private final AdministratorRepository administrators;
    private final DeskSessions sessions;
    private final SecurityLog log;
    private final ChangeLog changes;
    private final Clock clock;
    private final TransactionTemplate transaction;
    private final OidcAuthorizationCodeAuthenticationProvider exchange;

    ProviderSignIn(
            SignInProviders providers,
            OpenIdClient client,
            AdministratorRepository administrators,
            DeskSessions sessions,
            SecurityLog log,
            ChangeLog changes,
            Clock clock,
            TransactionTemplate transaction) {
        this.providers = providers;
        this.client = client;
        this.administrators = administrators;
        this.sessions = sessions;
        this.log = log;
        this.changes = changes;
        this.clock = clock;
        this.transaction = transaction;
        this.exchange = new OidcAuthorizationCodeAuthenticationProvider(tokens(), userInfo());
        OidcIdTokenDecoderFactory decoders = new OidcIdTokenDecoderFactory();
        decoders.setJwsAlgorithmResolver(ProviderSignIn::algorithm);
        exchange.setJwtDecoderFactory(decoders);
    }

    /** As Spring's own, with an end to patience. */
    private static RestClientAuthorizationCodeTokenResponseClient tokens() {
        RestClientAuthorizationCodeTokenResponseClient client = new RestClientAuthorizationCodeTokenResponseClient();
        client.setRestClient(RestClient.builder()
                .requestFactory(patient())
                .configureMessageConverters(converters -> converters
                        .addCustomConverter(new FormHttpMessageConverter())
                        .addCustomConverter(new OAuth2AccessTokenResponseHttpMessageConverter()))
                .defaultStatusHandler(new OAuth2ErrorResponseErrorHandler())
                .build());
        return client;
    }

    private static OidcUserService userInfo() {
        RestTemplate http = new RestTemplate(patient());
        http.setErrorHandler(new OAuth2ErrorResponseErrorHandler());
        DefaultOAuth2UserService plain = new DefaultOAuth2UserService();
        plain.setRestOperations(http);
        OidcUserService service = new OidcUserService();
        service.setOauth2UserService(plain);
        return service;
    }

    private static SimpleClientHttpRequestFactory patient() {
        SimpleClientHttpRequestFactory factory = new SimpleClientHttpRequestFactory();
        factory.setConnectTimeout(PATIENCE);
        factory.setReadTimeout(PATIENCE);
        return factory;
    }

    /** OpenID Connect Core 1.0 section 15.1: every provider signs by RS256, unless it says that it does not. */
    private static SignatureAlgorithm algorithm(ClientRegistration registration) {
        var said = OpenIdClient.supported(registration, "id_token_signing_alg_values_supported");
        return said.isEmpty() || said.contains("RS256")
                ? SignatureAlgorithm.RS256
                : said.stream()
                        .map(name -> SignatureAlgorithm.from(String.valueOf(name)))
                        .filter(java.util.Objects::nonNull)
                        .findFirst()
                        .orElse(SignatureAlgorithm.RS256);
    }

    /** What the provider is asked, with the state that it sends back. @throws Refusal when there is none, or it does not answer */
    OAuth2AuthorizationRequest begin(HttpServletRequest request) {
        ClientRegistration registration = client.of(kept());
        ClientRegistrationRepository only = id -> registration;
        return new DefaultOAuth2AuthorizationRequestResolver(only, "/api/session/provider")
                .resolve(request, registration.getRegistrationId());
    }

    private Kept kept() {
        return providers.find().orElseThrow(() -> Refusal.notFound("sign-in provider"));
    }

    /** @throws Refusal when the provider does not vouch for them, or they may do nothing here */
    SignIn.Identity finish(OAuth2AuthorizationRequest asked, OAuth2AuthorizationResponse answer, Source source) {
        Kept kept = kept();
        ClientRegistration registration = client.of(kept);
        OidcUser user;
        try {
            user = (OidcUser) exchange.authenticate(new OAuth2LoginAuthenticationToken(
                            registration, new OAuth2AuthorizationExchange(asked, answer)))
                    .getPrincipal();
        } catch (AuthenticationException | IllegalArgumentException e) {
            LOG.warn("a sign-in through {} failed: {}", kept.provider().issuer(), e.toString());
            log.note(
                    SecurityLog.Event.FAILED,
                    "",
                    Place.DESK,
                    source.address(),
                    kept.provider().name());
            throw Refusal.of(HttpStatus.UNAUTHORIZED, "provider.refused");
        }
        return enter(kept, user, source);
    }

    private SignIn.Identity enter(Kept kept, OidcUser user, Source source) {
        SignInProvider provider = kept.provider();
        Map<String, Object> claims = user.getClaims();
        Optional<Role> role = provider.roleOf(provider.groupsIn(claims));
        String subject = provider.issuer() + " " + user.getSubject();
        if (role.isEmpty()) {
            // Who was let in before has left the groups.
            administrators.findByProviderSubject(subject).ifPresent(account -> sessions.endAll(account.login));
            log.note(SecurityLog.Event.FAILED, called(user), Place.DESK, source.address(), provider.name());
            throw Refusal.of(HttpStatus.FORBIDDEN, "provider.no-group");
        }
        SignIn.Identity identity;
        try {
            identity = transaction.execute(status -> SignIn.view(account(user, subject, role.get())));
        } catch (DataIntegrityViolationException e) {
            // Somebody's first sign-in in two browsers at once: by now the account is there.
            identity = transaction.execute(status -> SignIn.view(account(user, subject, role.get())));
        }
        log.note(SecurityLog.Event.SIGNED_IN, identity.login(), Place.DESK, source.address(), provider.name());
        return identity;
    }

    private Administrator account(OidcUser user, String subject, Role role) {
        Optional<Administrator> known = administrators.findByProviderSubject(subject);
        Administrator account = known.orElseGet(() -> made(user, subject));
        Role before = known.map(a -> a.role).orElse(null);
        account.role = role;
        account.name = name(user, account.login);
        account.email = email(user).orElse(account.email);
        administrators.saveAndFlush(account);
        if (before != role) {
            changes.record("account", account.id, account.name, before, role);
            // What is open elsewhere would go on with the rights of before.
            sessions.endAll(account.login);
        }
        return account;
    }

    /** An account of the same name that has a password is somebody's already: nobody takes it over by being called like it. */
    private Administrator made(OidcUser user, String subject) {
        String login = SignInProvider.loginOf(called(user));
        if (administrators.findByLogin(login).isPresent()) {
            throw Refusal.of(HttpStatus.CONFLICT, "provider.taken");
        }
        Administrator made = new Administrator();
        made.login = login;
        made.email = email(user).orElse("");
        made.providerSubject = subject;
        made.createdAt = clock.instant();
        return made;
    }

    private static String called(OidcUser user) {
        return Stream.of(user.getPreferredUsername(), user.getEmail(), user.getSubject())
                .filter(name -> name != null && !name.isBlank())
                .findFirst()
                .map(name -> PlainText.line(name))
                .orElse("account");
    }

    private static String name(OidcUser user, String login) {
        return Optional.ofNullable(user.getFullName())
                .map(String::strip)
                .filter(name -> PlainText.isName(name, LONGEST_NAME))
                .orElse(login);
    }

    private static Optional<String> email(OidcUser user) {
        return Optional.ofNullable(user.getEmail()).map(String::strip).filter(address -> {
            try {
                new MailAddress(address);
                return true;
            } catch (Invalid e) {
                return false;
            }
        });
    }
}

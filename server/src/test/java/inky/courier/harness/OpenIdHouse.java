package inky.courier.harness;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.gen.RSAKeyGenerator;
import com.nimbusds.jose.jwk.source.ImmutableJWKSet;
import com.nimbusds.jose.jwk.source.JWKSource;
import com.nimbusds.jose.proc.SecurityContext;
import java.net.CookieManager;
import java.net.InetAddress;
import java.net.URI;
import java.net.URLEncoder;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.servlet.context.AnnotationConfigServletWebServerApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.security.config.Customizer;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configuration.EnableWebSecurity;
import org.springframework.security.config.annotation.web.configuration.OAuth2AuthorizationServerConfiguration;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.oauth2.core.AuthorizationGrantType;
import org.springframework.security.oauth2.core.ClientAuthenticationMethod;
import org.springframework.security.oauth2.jwt.JwtDecoder;
import org.springframework.security.oauth2.server.authorization.client.InMemoryRegisteredClientRepository;
import org.springframework.security.oauth2.server.authorization.client.RegisteredClient;
import org.springframework.security.oauth2.server.authorization.client.RegisteredClientRepository;
import org.springframework.security.oauth2.server.authorization.settings.AuthorizationServerSettings;
import org.springframework.security.oauth2.server.authorization.settings.ClientSettings;
import org.springframework.security.oauth2.server.authorization.token.JwtEncodingContext;
import org.springframework.security.oauth2.server.authorization.token.OAuth2TokenCustomizer;
import org.springframework.security.web.SecurityFilterChain;

/** A real OpenID Connect provider, Spring's authorization server, with people who are in groups. */
public final class OpenIdHouse implements AutoCloseable {
    public static final String CLIENT = "inky-courier";
    public static final String SECRET = "tide table 44";
    public static final String PASSWORD = "bollard and fender";
    private static final Map<String, List<String>> GROUPS = new ConcurrentHashMap<>();
    private static final Pattern TOKEN = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"");

    private final AnnotationConfigServletWebServerApplicationContext context =
            new AnnotationConfigServletWebServerApplicationContext();
    private final String issuer;

    @EnableWebSecurity
    static class Provider {
        @Bean
        SecurityFilterChain all(HttpSecurity http) throws Exception {
            return http.oauth2AuthorizationServer(server -> server.oidc(Customizer.withDefaults()))
                    .authorizeHttpRequests(all -> all.anyRequest().authenticated())
                    .formLogin(Customizer.withDefaults())
                    .build();
        }

        @Bean
        UserDetailsService people() {
            return name -> GROUPS.containsKey(name)
                    ? User.withUsername(name)
                            .password("{noop}" + PASSWORD)
                            .roles("PERSON")
                            .build()
                    : null;
        }

        @Bean
        JWKSource<SecurityContext> keys() throws JOSEException {
            return new ImmutableJWKSet<>(
                    new JWKSet(new RSAKeyGenerator(2048).keyID("quay").generate()));
        }

        @Bean
        JwtDecoder decoder(JWKSource<SecurityContext> keys) {
            return OAuth2AuthorizationServerConfiguration.jwtDecoder(keys);
        }

        @Bean
        OAuth2TokenCustomizer<JwtEncodingContext> claims() {
            return token -> token.getClaims().claims(all -> {
                String who = token.getPrincipal().getName();
                all.put("preferred_username", who + "@wherrymoor.example");
                all.put("name", "Asa Kjolv");
                all.put("email", who + "@wherrymoor.example");
                all.put("groups", GROUPS.get(who));
            });
        }
    }

    /** @param way back to Courier, as it is registered */
    public OpenIdHouse(String address, int port, String way) {
        issuer = "http://" + address + ":" + port;
        context.register(Provider.class);
        context.registerBean(TomcatServletWebServerFactory.class, () -> {
            TomcatServletWebServerFactory factory = new TomcatServletWebServerFactory(port);
            // Filters run only where a servlet stands behind them.
            factory.setRegisterDefaultServlet(true);
            try {
                factory.setAddress(InetAddress.getByName(address));
            } catch (UnknownHostException e) {
                throw new IllegalStateException(e);
            }
            return factory;
        });
        context.registerBean(
                AuthorizationServerSettings.class,
                () -> AuthorizationServerSettings.builder().issuer(issuer).build());
        context.registerBean(
                RegisteredClientRepository.class,
                () -> new InMemoryRegisteredClientRepository(RegisteredClient.withId(
                                UUID.randomUUID().toString())
                        .clientId(CLIENT)
                        .clientSecret("{noop}" + SECRET)
                        .clientAuthenticationMethod(ClientAuthenticationMethod.CLIENT_SECRET_BASIC)
                        .authorizationGrantType(AuthorizationGrantType.AUTHORIZATION_CODE)
                        .redirectUri(way)
                        .scope("openid")
                        .scope("profile")
                        .scope("email")
                        .clientSettings(
                                ClientSettings.builder().requireProofKey(true).build())
                        .build()));
        context.refresh();
    }

    public String issuer() {
        return issuer;
    }

    /** Somebody who can sign in, and their groups. */
    public void knows(String who, String... groups) {
        GROUPS.put(who, List.of(groups));
    }

    /** What somebody's browser does here: signs in and is sent back. @return where to */
    public URI signIn(String who, URI asked) throws Exception {
        HttpClient browser = HttpClient.newBuilder()
                .cookieHandler(new CookieManager())
                .followRedirects(HttpClient.Redirect.NEVER)
                .build();
        browser.send(HttpRequest.newBuilder(asked).header("Accept", "text/html").build(), BodyHandlers.discarding());
        String page = browser.send(
                        HttpRequest.newBuilder(URI.create(issuer + "/login")).build(), BodyHandlers.ofString())
                .body();
        Matcher token = TOKEN.matcher(page);
        if (!token.find()) {
            throw new AssertionError(page);
        }
        String form = "username=" + who + "&password=" + URLEncoder.encode(PASSWORD, StandardCharsets.UTF_8) + "&_csrf="
                + URLEncoder.encode(token.group(1), StandardCharsets.UTF_8);
        HttpRequest login = HttpRequest.newBuilder(URI.create(issuer + "/login"))
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(BodyPublishers.ofString(form))
                .build();
        HttpResponse<String> in = browser.send(login, BodyHandlers.ofString());
        HttpResponse<String> back = browser.send(
                HttpRequest.newBuilder(location(in))
                        .header("Accept", "text/html")
                        .build(),
                BodyHandlers.ofString());
        return location(back);
    }

    private URI location(HttpResponse<String> answer) {
        return URI.create(issuer)
                .resolve(answer.headers()
                        .firstValue("Location")
                        .orElseThrow(() -> new AssertionError(answer.statusCode() + " " + answer.body())));
    }

    @Override
    public void close() {
        context.close();
    }
}

package inky.courier.web;

import inky.courier.core.access.Right;
import jakarta.servlet.DispatcherType;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.NullSecurityContextRepository;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;

/** Who may call what: accounts the desk, as far as their role allows ({@link RightsCheck}), a signed-in person at a device that device's panel, nobody anything else. */
@Configuration
class Security {
    private static final String POLICY =
            "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; "
                    + "font-src 'self'; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    @Bean
    PasswordEncoder passwordEncoder() {
        return new Passwords();
    }

    /**
     * The door says at each request who is at the panel, and nothing is kept in a session. Session management is off: each
     * request would count as a new sign-in, and the desk's session in the same browser would get another id every time, which
     * requests side by side lose.
     */
    @Bean
    @Order(1)
    SecurityFilterChain panel(HttpSecurity http, PanelDoor door) throws Exception {
        http.securityMatcher("/api/panel/**").addFilterBefore(door, CsrfFilter.class);
        return common(http)
                .sessionManagement(session -> session.disable())
                .securityContext(context -> context.securityContextRepository(new NullSecurityContextRepository()))
                .authorizeHttpRequests(
                        requests -> requests.dispatcherTypeMatchers(DispatcherType.ASYNC, DispatcherType.ERROR)
                                .permitAll()
                                .requestMatchers(
                                        "/api/panel/{device}",
                                        "/api/panel/{device}/session",
                                        "/api/panel/{device}/session/guest")
                                .permitAll()
                                // Who cannot sign in needs help most; a call is known by its id.
                                .requestMatchers(
                                        "/api/panel/{device}/help",
                                        "/api/panel/{device}/help/{call}",
                                        "/api/panel/{device}/help/{call}/words")
                                .permitAll()
                                // A guest scans and sends, and has nothing of their own.
                                .requestMatchers(
                                        "/api/panel/{device}/jobs",
                                        "/api/panel/{device}/jobs/{job}/choices",
                                        "/api/panel/{device}/scans/**",
                                        "/api/panel/{device}/deliveries/**",
                                        "/api/panel/{device}/stacks/**",
                                        "/api/panel/{device}/stick",
                                        "/api/panel/{device}/live")
                                .hasAnyRole("PANEL", "GUEST")
                                .requestMatchers("/api/panel/{device}/pin")
                                .hasRole("NEW_PIN")
                                .requestMatchers("/api/panel/{device}/pin/current")
                                .hasAnyRole("PANEL", "NEW_PIN")
                                .anyRequest()
                                .hasRole("PANEL"))
                .build();
    }

    /** Programs with a token: they send no cookies, so nobody else's page can make them ask for anything. */
    @Bean
    @Order(2)
    SecurityFilterChain programs(HttpSecurity http, TokenDoor door) throws Exception {
        http.securityMatcher(TokenDoor::isFor).addFilterBefore(door, CsrfFilter.class);
        return common(http)
                .csrf(csrf -> csrf.disable())
                .sessionManagement(session -> session.disable())
                .securityContext(context -> context.securityContextRepository(new NullSecurityContextRepository()))
                .authorizeHttpRequests(requests -> requests.anyRequest().authenticated())
                .build();
    }

    @Bean
    @Order(3)
    SecurityFilterChain desk(HttpSecurity http) throws Exception {
        return common(http)
                .authorizeHttpRequests(
                        requests -> requests.dispatcherTypeMatchers(DispatcherType.ASYNC, DispatcherType.ERROR)
                                .permitAll()
                                .requestMatchers(
                                        "/api/session",
                                        "/api/session/first",
                                        "/api/session/provider/**",
                                        "/api/get/**",
                                        "/api/invitation/**",
                                        "/actuator/health/**")
                                .permitAll()
                                .requestMatchers("/actuator/**", "/v3/**")
                                .access((who, request) -> new AuthorizationDecision(Access.may(Right.CHANGE_SETUP)))
                                // What an account may do beyond that, each endpoint says.
                                .requestMatchers("/api/**")
                                .access((who, request) ->
                                        new AuthorizationDecision(Access.role().isPresent()))
                                .anyRequest()
                                .permitAll())
                .build();
    }

    private static HttpSecurity common(HttpSecurity http) throws Exception {
        return http.addFilterBefore(new BodyLimit(), CsrfFilter.class)
                .csrf(csrf -> csrf.spa())
                .httpBasic(basic -> basic.disable())
                .formLogin(form -> form.disable())
                .logout(logout -> logout.disable())
                .requestCache(cache -> cache.disable())
                .exceptionHandling(e -> e.authenticationEntryPoint(
                                (request, response, why) -> EarlyRefusals.write(response, EarlyRefusals.SIGNED_OUT))
                        .accessDeniedHandler(
                                (request, response, why) -> EarlyRefusals.write(response, EarlyRefusals.FORBIDDEN)))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(POLICY))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.NO_REFERRER))
                        .frameOptions(frame -> frame.deny()));
    }
}

package inky.courier.signin;

import inky.courier.audit.ChangeLog;
import inky.courier.core.access.Role;
import inky.courier.core.access.SignInProvider;
import inky.courier.vault.Vault;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** The office's provider of sign-ins, as it is set up. */
@Service
class SignInProviders {
    private static final String LOG_KIND = "sign-in-provider";

    private final JdbcClient jdbc;
    private final Vault vault;
    private final ChangeLog changes;
    private final AdministratorRepository administrators;
    private final DeskSessions sessions;

    SignInProviders(
            JdbcClient jdbc,
            Vault vault,
            ChangeLog changes,
            AdministratorRepository administrators,
            DeskSessions sessions) {
        this.jdbc = jdbc;
        this.vault = vault;
        this.changes = changes;
        this.administrators = administrators;
        this.sessions = sessions;
    }

    /** @param secret of the client; absent to keep the one that is there, empty to have none */
    record ProviderForm(
            String name,
            String issuer,
            String clientId,
            @Nullable String secret,
            String groupsClaim,
            Map<Role, List<String>> groups) {
        SignInProvider provider() {
            SignInProvider provider = new SignInProvider(name, issuer, clientId, groupsClaim, groups);
            provider.check();
            return provider;
        }

        @Override
        public String toString() {
            return "ProviderForm[" + issuer + "]";
        }
    }

    record ProviderView(
            String name,
            String issuer,
            String clientId,
            boolean hasSecret,
            String groupsClaim,
            Map<Role, List<String>> groups,
            String version) {}

    /** @param provider absent where the office has none */
    record ProviderSettings(@Nullable ProviderView provider) {}

    /** As it is stored. @param revision another one after each change @param secret empty for none */
    record Kept(UUID id, UUID revision, SignInProvider provider, String secret) {
        @Override
        public String toString() {
            return "Kept[" + provider.issuer() + "]";
        }
    }

    @Transactional(readOnly = true)
    public Optional<Kept> find() {
        return jdbc.sql("select * from sign_in_provider")
                .query((row, n) -> {
                    UUID id = row.getObject("id", UUID.class);
                    byte[] secret = row.getBytes("secret");
                    return new Kept(
                            id,
                            row.getObject("revision", UUID.class),
                            new SignInProvider(
                                    row.getString("name"),
                                    row.getString("issuer"),
                                    row.getString("client_id"),
                                    row.getString("groups_claim"),
                                    Json.read(
                                            row.getString("groups"), new TypeReference<Map<Role, List<String>>>() {})),
                            secret == null ? "" : vault.openText(secret, context(id)));
                })
                .optional();
    }

    @Transactional(readOnly = true)
    ProviderSettings view() {
        return new ProviderSettings(find().map(SignInProviders::view).orElse(null));
    }

    private static ProviderView view(Kept kept) {
        SignInProvider p = kept.provider();
        return new ProviderView(
                p.name(),
                p.issuer(),
                p.clientId(),
                !kept.secret().isEmpty(),
                p.groupsClaim(),
                p.groups(),
                kept.revision().toString());
    }

    /** What is to be tried, with the secret that is kept where it goes to the same issuer and none was entered. */
    Kept draft(ProviderForm form) {
        SignInProvider wanted = form.provider();
        Optional<Kept> before = find();
        String secret = form.secret();
        if (secret == null) {
            secret = before.filter(kept -> kept.provider().issuer().equals(wanted.issuer()))
                    .map(Kept::secret)
                    .orElse("");
        }
        return new Kept(before.map(Kept::id).orElseGet(UUID::randomUUID), UUID.randomUUID(), wanted, secret);
    }

    /** @param version of what was looked at; empty to replace whatever it is by now @throws Refusal when somebody else was faster */
    @Transactional
    public ProviderSettings put(ProviderForm form, String version) {
        // Held, so that of two at once the second sees what the first has made of it.
        jdbc.sql("select id from sign_in_provider for update").query(UUID.class).list();
        Optional<ProviderView> before = find().map(SignInProviders::view);
        if (!version.isEmpty()
                && before.filter(was -> !was.version().equals(version)).isPresent()) {
            throw Refusal.of(HttpStatus.CONFLICT, "provider.changed");
        }
        Kept wanted = draft(form);
        SignInProvider p = wanted.provider();
        jdbc.sql("insert into sign_in_provider (id, revision, name, issuer, client_id, secret, groups_claim, groups) "
                        + "values (?, ?, ?, ?, ?, ?, ?, ?) on conflict ((true)) do update set id = excluded.id, "
                        + "revision = excluded.revision, name = excluded.name, issuer = excluded.issuer, "
                        + "client_id = excluded.client_id, secret = excluded.secret, "
                        + "groups_claim = excluded.groups_claim, groups = excluded.groups")
                .params(
                        wanted.id(),
                        wanted.revision(),
                        p.name(),
                        p.issuer(),
                        p.clientId(),
                        wanted.secret().isEmpty() ? null : vault.sealText(wanted.secret(), context(wanted.id())),
                        p.groupsClaim(),
                        Json.write(p.groups()))
                .update();
        changes.record(LOG_KIND, wanted.id(), p.name(), before.orElse(null), view(wanted));
        if (before.filter(was -> !was.issuer().equals(p.issuer())).isPresent()) {
            endSessions();
        }
        return view();
    }

    /** Nobody signs in there any more, and who did is signed out. */
    @Transactional
    public void remove() {
        find().ifPresent(kept -> {
            jdbc.sql("delete from sign_in_provider").update();
            changes.record(LOG_KIND, kept.id(), kept.provider().name(), view(kept), null);
            endSessions();
        });
    }

    private void endSessions() {
        administrators.findAll().stream()
                .filter(account -> account.providerSubject != null)
                .forEach(account -> sessions.endAll(account.login));
    }

    private static String context(UUID id) {
        return "sign-in provider:" + id;
    }
}

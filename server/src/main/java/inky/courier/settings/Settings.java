package inky.courier.settings;

import inky.courier.core.Invalid;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.contact.RecipientRules;
import inky.courier.core.fleet.SnmpAccess;
import inky.courier.core.intake.FileIntake;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.office.HelpDesk;
import inky.courier.core.office.OfficeSettings;
import inky.courier.core.people.PanelSignIn;
import inky.courier.core.report.ReportMail;
import inky.courier.core.text.PlainText;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.vault.Vault;
import jakarta.annotation.Nullable;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The few settings of the whole office. */
@Service
public class Settings {
    private static final int LONGEST_PASSWORD = 200;

    /** Of a secret that signs: shorter ones are guessed from what they signed. */
    private static final int LEAST_SECRET = 16;

    private final SetUp setUp;
    private final SettingsTable table;
    private final Vault vault;

    Settings(SetUp setUp, SettingsTable table, Vault vault) {
        this.setUp = setUp;
        this.table = table;
        this.vault = vault;
    }

    /** As {@link OfficeSettings}. @param signature absent for none @param keepDeliveriesDays and what follows absent to leave them as they are @param secrets those that are to be others */
    public record SettingsForm(
            String office,
            int keepAcceptedHours,
            int keepOthersDays,
            String address,
            @Nullable String signature,
            @Nullable Integer keepDeliveriesDays,
            @Nullable String language,
            @Nullable PanelSignIn panelSignIn,
            @Nullable RecipientRules recipientRules,
            @Nullable HelpDesk helpDesk,
            @Nullable MailIntake mailIntake,
            @Nullable FileIntake fileIntake,
            @Nullable SnmpAccess snmp,
            @Nullable AlertSettings alerts,
            @Nullable ReportMail reports,
            @Nullable Map<SettingsSecret, String> secrets) {}

    @Transactional(readOnly = true)
    public OfficeSettings read() {
        return setUp.get(OfficeSettings.class, OfficeSettings.USUAL.id());
    }

    /** As {@link OfficeSettings}. @param kept the secrets that there are */
    public record SettingsView(
            UUID id,
            String name,
            String office,
            int keepAcceptedHours,
            int keepOthersDays,
            String address,
            String signature,
            int keepDeliveriesDays,
            String language,
            PanelSignIn panelSignIn,
            RecipientRules recipientRules,
            HelpDesk helpDesk,
            MailIntake mailIntake,
            FileIntake fileIntake,
            SnmpAccess snmp,
            AlertSettings alerts,
            ReportMail reports,
            Set<SettingsSecret> kept,
            String version) {
        static SettingsView of(OfficeSettings s, Set<SettingsSecret> kept) {
            return new SettingsView(
                    s.id(),
                    s.name(),
                    s.office(),
                    s.keepAcceptedHours(),
                    s.keepOthersDays(),
                    s.address(),
                    s.signature(),
                    s.keepDeliveriesDays(),
                    s.language(),
                    s.panelSignIn(),
                    s.recipientRules(),
                    s.helpDesk(),
                    s.mailIntake(),
                    s.fileIntake(),
                    s.snmp(),
                    s.alerts(),
                    s.reports(),
                    kept,
                    SetUp.versionOf(s));
        }
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    @Transactional
    public OfficeSettings change(SettingsForm form, String version) {
        OfficeSettings wanted = new OfficeSettings(
                form.office(),
                form.keepAcceptedHours(),
                form.keepOthersDays(),
                form.address(),
                form.signature(),
                Optional.ofNullable(form.keepDeliveriesDays()).orElseGet(() -> read().keepDeliveriesDays()),
                Optional.ofNullable(form.language()).orElseGet(() -> read().language()),
                Optional.ofNullable(form.panelSignIn()).orElseGet(() -> read().panelSignIn()),
                Optional.ofNullable(form.recipientRules()).orElseGet(() -> read().recipientRules()),
                Optional.ofNullable(form.helpDesk()).orElseGet(() -> read().helpDesk()),
                Optional.ofNullable(form.mailIntake()).orElseGet(() -> read().mailIntake()),
                Optional.ofNullable(form.fileIntake()).orElseGet(() -> read().fileIntake()),
                Optional.ofNullable(form.snmp()).orElseGet(() -> read().snmp()),
                Optional.ofNullable(form.alerts()).orElseGet(() -> read().alerts()),
                Optional.ofNullable(form.reports()).orElseGet(() -> read().reports()));
        Map<String, byte[]> secrets = secrets(wanted, Objects.requireNonNullElse(form.secrets(), Map.of()));
        Wish wish = Wish.put(wanted).of(version);
        setUp.change(secrets.isEmpty() ? wish : wish.with(secrets));
        return wanted;
    }

    /** Those that change, by the names under which they are kept: what is not needed any more is taken away. */
    private Map<String, byte[]> secrets(OfficeSettings wanted, Map<SettingsSecret, String> given) {
        Map<String, byte[]> changes = new HashMap<>();
        Set<SettingsSecret> kept = kept();
        needed(wanted).forEach((secret, need) -> {
            String value = given.getOrDefault(secret, "");
            if (!need.isNeeded) {
                if (kept.contains(secret)) {
                    changes.put(secret.key(), new byte[0]);
                }
            } else if (value.isEmpty() ? !kept.contains(secret) : !need.canBe.test(value)) {
                throw Invalid.of(need.problem, "secrets." + secret);
            } else if (!value.isEmpty()) {
                changes.put(secret.key(), vault.sealText(value, sealedFor(secret)));
            }
        });
        return changes;
    }

    private record Need(boolean isNeeded, Predicate<String> canBe, String problem) {}

    private static Map<SettingsSecret, Need> needed(OfficeSettings wanted) {
        SnmpAccess snmp = wanted.snmp();
        Map<SettingsSecret, Need> needs = new EnumMap<>(SettingsSecret.class);
        needs.put(
                SettingsSecret.INTAKE_PASSWORD,
                new Need(
                        !wanted.mailIntake().account().isEmpty(),
                        password -> password.length() <= LONGEST_PASSWORD && PlainText.isLine(password),
                        "settings.intake-password"));
        needs.put(
                SettingsSecret.SNMP_COMMUNITY,
                new Need(
                        snmp.version() == SnmpAccess.Version.V2C,
                        SnmpAccess::canBeCommunity,
                        "settings.snmp-community"));
        needs.put(
                SettingsSecret.SNMP_PASSWORD,
                new Need(snmp.version() == SnmpAccess.Version.V3, SnmpAccess::canBePassword, "settings.snmp-password"));
        needs.put(
                SettingsSecret.SNMP_PRIVACY_PASSWORD,
                new Need(snmp.encrypts(), SnmpAccess::canBePassword, "settings.snmp-password"));
        needs.put(
                SettingsSecret.WEBHOOK_SECRET,
                new Need(
                        !wanted.alerts().webhook().isEmpty(),
                        secret -> secret.length() >= LEAST_SECRET
                                && secret.length() <= LONGEST_PASSWORD
                                && PlainText.isLine(secret),
                        "alerts.secret"));
        return needs;
    }

    private String sealedFor(SettingsSecret secret) {
        return table.sealedFor(OfficeSettings.USUAL.id(), secret.key());
    }

    /** Those that there are. */
    @Transactional(readOnly = true)
    public Set<SettingsSecret> kept() {
        Map<String, byte[]> all = table.secrets(OfficeSettings.USUAL.id());
        return Set.of(SettingsSecret.values()).stream()
                .filter(secret -> all.containsKey(secret.key()))
                .collect(Collectors.toUnmodifiableSet());
    }

    /** One of them, opened; empty where there is none. */
    @Transactional(readOnly = true)
    public Optional<String> secret(SettingsSecret secret) {
        return Optional.ofNullable(table.secrets(OfficeSettings.USUAL.id()).get(secret.key()))
                .map(kept -> vault.openText(kept, sealedFor(secret)));
    }
}

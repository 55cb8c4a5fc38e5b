package inky.courier.settings;

import inky.courier.core.Invalid;
import inky.courier.core.contact.RecipientRules;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.office.HelpDesk;
import inky.courier.core.office.OfficeSettings;
import inky.courier.core.people.PanelSignIn;
import inky.courier.core.text.PlainText;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.vault.Vault;
import jakarta.annotation.Nullable;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The few settings of the whole office. */
@Service
public class Settings {
    private static final int LONGEST_PASSWORD = 200;

    private final SetUp setUp;
    private final SettingsTable table;
    private final Vault vault;

    Settings(SetUp setUp, SettingsTable table, Vault vault) {
        this.setUp = setUp;
        this.table = table;
        this.vault = vault;
    }

    /** As {@link OfficeSettings}. @param signature absent for none @param keepDeliveriesDays and what follows absent to leave them as they are @param intakePassword with which devices sign in that send mail */
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
            @Nullable String intakePassword) {}

    @Transactional(readOnly = true)
    public OfficeSettings read() {
        return setUp.get(OfficeSettings.class, OfficeSettings.USUAL.id());
    }

    /** As {@link OfficeSettings}. @param keepsIntakePassword whether there is one with which devices sign in that send mail */
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
            boolean keepsIntakePassword,
            String version) {
        static SettingsView of(OfficeSettings s, boolean keepsIntakePassword) {
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
                    keepsIntakePassword,
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
                Optional.ofNullable(form.mailIntake()).orElseGet(() -> read().mailIntake()));
        Map<String, byte[]> secrets = secrets(wanted.mailIntake(), form.intakePassword());
        Wish wish = Wish.put(wanted).of(version);
        setUp.change(secrets.isEmpty() ? wish : wish.with(secrets));
        return wanted;
    }

    /** Those that change. Without an account there is no password either. */
    private Map<String, byte[]> secrets(MailIntake intake, @Nullable String password) {
        if (intake.account().isEmpty()) {
            return keepsIntakePassword() ? Map.of(SettingsTable.INTAKE_PASSWORD, new byte[0]) : Map.of();
        }
        boolean isNew = password != null && !password.isEmpty();
        if (isNew && (password.length() > LONGEST_PASSWORD || !PlainText.isLine(password))
                || !isNew && !keepsIntakePassword()) {
            throw Invalid.of("settings.intake-password", "intakePassword");
        }
        return isNew ? Map.of(SettingsTable.INTAKE_PASSWORD, vault.sealText(password, sealedFor())) : Map.of();
    }

    private String sealedFor() {
        return table.sealedFor(OfficeSettings.USUAL.id(), SettingsTable.INTAKE_PASSWORD);
    }

    @Transactional(readOnly = true)
    public boolean keepsIntakePassword() {
        return !table.secrets(OfficeSettings.USUAL.id()).isEmpty();
    }

    /** With which devices sign in that send mail; empty for none. */
    @Transactional(readOnly = true)
    public Optional<String> intakePassword() {
        return Optional.ofNullable(table.secrets(OfficeSettings.USUAL.id()).get(SettingsTable.INTAKE_PASSWORD))
                .map(kept -> vault.openText(kept, sealedFor()));
    }
}

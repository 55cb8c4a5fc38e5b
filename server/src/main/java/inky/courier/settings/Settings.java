package inky.courier.settings;

import inky.courier.core.contact.RecipientRules;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.office.HelpDesk;
import inky.courier.core.office.OfficeSettings;
import inky.courier.core.people.PanelSignIn;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import jakarta.annotation.Nullable;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The few settings of the whole office. */
@Service
public class Settings {
    private final SetUp setUp;

    Settings(SetUp setUp) {
        this.setUp = setUp;
    }

    /** As {@link OfficeSettings}. @param signature absent for none @param keepDeliveriesDays and what follows absent to leave them as they are */
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
            @Nullable MailIntake mailIntake) {}

    @Transactional(readOnly = true)
    public OfficeSettings read() {
        return setUp.get(OfficeSettings.class, OfficeSettings.USUAL.id());
    }

    /** As {@link OfficeSettings}. */
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
            String version) {
        static SettingsView of(OfficeSettings s) {
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
        setUp.change(Wish.put(wanted).of(version));
        return wanted;
    }
}

package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.contact.RecipientRules;
import inky.courier.core.delivery.Keeping;
import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.fleet.SnmpAccess;
import inky.courier.core.intake.FileIntake;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.job.JobText;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.core.people.PanelSignIn;
import inky.courier.core.report.ReportMail;
import inky.courier.core.text.PlainText;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * The few settings of the whole office.
 *
 * @param office name of the office, shown at panels and in texts
 * @param keepAcceptedHours how long pages and file stay after the last leg was accepted, 0 to 8784
 * @param keepOthersDays how long they stay when a delivery is never accepted, 5 to 366
 * @param address where people reach Courier, for links in mails: https://scans.office.example; empty when unknown
 * @param signature ends every mail, a template; empty for none
 * @param keepDeliveriesDays how long deliveries are known at all, 31 to 3660, or {@link #FOR_EVER}
 * @param language of people and devices that have none of their own, as a tag of BCP 47
 * @param panelSignIn how people sign in at panels
 * @param recipientRules whom they may send mail to from there
 * @param helpDesk who helps them
 * @param mailIntake how scans are taken that devices send by mail
 * @param fileIntake how those are taken that they send as files
 * @param snmp how devices are asked beside their own protocol
 * @param alerts what somebody is told of without looking
 * @param reports who gets the report of each month
 */
public record OfficeSettings(
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
        ReportMail reports)
        implements Item {
    /** As a number of days. */
    public static final int FOR_EVER = 0;

    private static final UUID ID = UUID.nameUUIDFromBytes("settings".getBytes(StandardCharsets.UTF_8));

    public static final OfficeSettings USUAL = new OfficeSettings(
            "Our office",
            24,
            30,
            "",
            "",
            1096,
            Languages.FIRST.toLanguageTag(),
            PanelSignIn.USUAL,
            RecipientRules.USUAL,
            HelpDesk.NONE,
            MailIntake.OFF,
            FileIntake.OFF,
            SnmpAccess.OFF,
            AlertSettings.USUAL,
            ReportMail.USUAL);

    static final Reference REFERENCE = USUAL.reference();

    /** Of those that need the address, so many are named. */
    private static final int NAMES = 5;

    private static final int HOURS_IN_YEAR = 8784;
    private static final int LEAST_DELIVERIES_DAYS = 31;
    private static final int MOST_DELIVERIES_DAYS = 3660;
    private static final int LEAST_DAYS = (int) Keeping.LEAST_OTHERS.toDays();

    public OfficeSettings {
        office = Required.value(office, "office").strip();
        address = Objects.requireNonNullElse(address, "").strip().replaceFirst("/+$", "");
        signature = Objects.requireNonNullElse(signature, "").strip();
        language = Objects.requireNonNullElse(language, Languages.FIRST.toLanguageTag());
        panelSignIn = Objects.requireNonNullElse(panelSignIn, PanelSignIn.USUAL);
        recipientRules = Objects.requireNonNullElse(recipientRules, RecipientRules.USUAL);
        helpDesk = Objects.requireNonNullElse(helpDesk, HelpDesk.NONE);
        mailIntake = Objects.requireNonNullElse(mailIntake, MailIntake.OFF);
        fileIntake = Objects.requireNonNullElse(fileIntake, FileIntake.OFF);
        snmp = Objects.requireNonNullElse(snmp, SnmpAccess.OFF);
        alerts = Objects.requireNonNullElse(alerts, AlertSettings.USUAL);
        reports = Objects.requireNonNullElse(reports, ReportMail.USUAL);
    }

    public OfficeSettings with(Consumer<Changes> change) {
        Changes changed = new Changes(this);
        change.accept(changed);
        return changed.settings();
    }

    /** The same, reached under another address. */
    OfficeSettings at(String other) {
        return with(settings -> settings.address = other);
    }

    /** Settings that are about to be changed, by their names. */
    public static final class Changes {
        public String office;
        public int keepAcceptedHours;
        public int keepOthersDays;
        public String address;
        public String signature;
        public int keepDeliveriesDays;
        public String language;
        public PanelSignIn panelSignIn;
        public RecipientRules recipientRules;
        public HelpDesk helpDesk;
        public MailIntake mailIntake;
        public FileIntake fileIntake;
        public SnmpAccess snmp;
        public AlertSettings alerts;
        public ReportMail reports;

        private Changes(OfficeSettings of) {
            office = of.office;
            keepAcceptedHours = of.keepAcceptedHours;
            keepOthersDays = of.keepOthersDays;
            address = of.address;
            signature = of.signature;
            keepDeliveriesDays = of.keepDeliveriesDays;
            language = of.language;
            panelSignIn = of.panelSignIn;
            recipientRules = of.recipientRules;
            helpDesk = of.helpDesk;
            mailIntake = of.mailIntake;
            fileIntake = of.fileIntake;
            snmp = of.snmp;
            alerts = of.alerts;
            reports = of.reports;
        }

        private OfficeSettings settings() {
            return new OfficeSettings(
                    office,
                    keepAcceptedHours,
                    keepOthersDays,
                    address,
                    signature,
                    keepDeliveriesDays,
                    language,
                    panelSignIn,
                    recipientRules,
                    helpDesk,
                    mailIntake,
                    fileIntake,
                    snmp,
                    alerts,
                    reports);
        }
    }

    public Keeping keeping() {
        return new Keeping(Duration.ofHours(keepAcceptedHours), Duration.ofDays(keepOthersDays));
    }

    /** What somebody reads whose own language is this one. @param own empty for none */
    public Locale languageOf(String own) {
        return Languages.of(own).or(() -> Languages.of(language)).orElse(Languages.FIRST);
    }

    @Override
    public UUID id() {
        return ID;
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.SETTINGS;
    }

    @Override
    public String name() {
        return "Settings";
    }

    /** @throws Invalid beside a field that makes links, while nobody has said where Courier is reached */
    public void requireAddress(String field) {
        if (address.isEmpty()) {
            throw Invalid.of("settings.address", field);
        }
    }

    @Override
    public void check(Office all) {
        if (!PlainText.isName(office, 60)) {
            throw Invalid.of("settings.office", "office");
        }
        if (keepAcceptedHours < 0 || keepAcceptedHours > HOURS_IN_YEAR) {
            throw Invalid.of("settings.keep", "keepAcceptedHours");
        }
        if (keepOthersDays < LEAST_DAYS || keepOthersDays > 366) {
            throw new Invalid(
                    "settings.keep",
                    "keepOthersDays",
                    Message.of("problem.settings.keep.others")
                            .with("least", LEAST_DAYS)
                            .with("tries", RetrySchedule.GIVE_UP.toDays()),
                    Message.of("problem.settings.keep.others.remedy"));
        }
        if (!address.matches("|https?://[A-Za-z0-9][A-Za-z0-9.-]{0,200}(:\\d{1,5})?")) {
            throw new Invalid(
                    "settings.address",
                    "address",
                    Message.of("problem.settings.address.address"),
                    Message.of("problem.settings.address.address.remedy"));
        }
        if (address.isEmpty()) {
            refuseWhatLinks(all);
        }
        JobText.signature(signature);
        Languages.require(language, "language");
        panelSignIn.check();
        recipientRules.check();
        List<Problem> problems = Stream.of(
                        helpDesk.problems(),
                        mailIntake.problems(),
                        fileIntake.problems(),
                        snmp.problems(),
                        alerts.problems(),
                        reports.problems())
                .flatMap(List::stream)
                .toList();
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        boolean tooShort = keepDeliveriesDays < LEAST_DELIVERIES_DAYS || keepDeliveriesDays < keepOthersDays;
        if (keepDeliveriesDays != FOR_EVER && (tooShort || keepDeliveriesDays > MOST_DELIVERIES_DAYS)) {
            throw new Invalid(
                    "settings.keep",
                    "keepDeliveriesDays",
                    Message.of("problem.settings.keep.listed")
                            .with("least", LEAST_DELIVERIES_DAYS)
                            .with("most", MOST_DELIVERIES_DAYS),
                    Message.of("problem.settings.keep.listed.remedy"));
        }
    }

    private static void refuseWhatLinks(Office all) {
        Stream<Item> links = all.all(DestinationItem.class).stream()
                .filter(destination -> destination.kind().family() == DestinationKind.Family.LINK)
                .map(Item.class::cast);
        Stream<Item> jobs = all.all(JobItem.class).stream()
                .filter(job -> job.whenTooLarge() == WhenTooLarge.LINK)
                .map(Item.class::cast);
        List<String> names = Stream.concat(links, jobs).map(Item::name).sorted().toList();
        if (!names.isEmpty()) {
            throw new Invalid(
                    "settings.address",
                    "address",
                    Message.of("problem.settings.address.needed")
                            .with("names", String.join(", ", names.subList(0, Math.min(names.size(), NAMES))))
                            .with("more", Math.max(0, names.size() - NAMES)),
                    Message.of("problem.settings.address.needed.remedy"));
        }
    }
}

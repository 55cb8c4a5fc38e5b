package inky.courier.settings;

import inky.courier.core.alert.AlertSettings;
import inky.courier.core.contact.RecipientRules;
import inky.courier.core.delivery.Keeping;
import inky.courier.core.fleet.SnmpAccess;
import inky.courier.core.intake.FileIntake;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.office.HelpDesk;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.OfficeSettings;
import inky.courier.core.people.PanelSignIn;
import inky.courier.core.report.ReportMail;
import inky.courier.setup.ItemTable;
import inky.courier.web.Json;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

@Component
class SettingsTable implements ItemTable {
    private static final int LEAST_DAYS = (int) Keeping.LEAST_OTHERS.toDays();

    private static final String PANEL_SIGN_IN = "panel-sign-in";
    private static final String RECIPIENT_RULES = "recipient-rules";
    private static final String HELP_DESK = "help-desk";
    private static final String MAIL_INTAKE = "mail-intake";
    private static final String FILE_INTAKE = "file-intake";
    private static final String SNMP = "snmp";
    private static final String ALERTS = "alerts";
    private static final String REPORTS = "reports";

    /** Before the names of secrets; behind them they are sealed, and in Base64. */
    private static final String SECRET = "secret ";

    private final JdbcClient jdbc;

    SettingsTable(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public ItemKind kind() {
        return ItemKind.SETTINGS;
    }

    @Override
    public Class<? extends Item> type() {
        return OfficeSettings.class;
    }

    @Override
    public List<OfficeSettings> all() {
        Map<String, String> all = new HashMap<>();
        jdbc.sql("select name, value from setting")
                .query((row, n) -> all.put(row.getString(1), row.getString(2)))
                .list();
        OfficeSettings usual = OfficeSettings.USUAL;
        return List.of(new OfficeSettings(
                all.getOrDefault("office", usual.office()),
                number(all, "keep-accepted-hours", usual.keepAcceptedHours()),
                // What was allowed before may be less than the tries take.
                Math.max(LEAST_DAYS, number(all, "keep-others-days", usual.keepOthersDays())),
                all.getOrDefault("address", usual.address()),
                all.getOrDefault("signature", usual.signature()),
                number(all, "keep-deliveries-days", usual.keepDeliveriesDays()),
                all.getOrDefault("language", usual.language()),
                part(all, PANEL_SIGN_IN, PanelSignIn.class, usual.panelSignIn()),
                part(all, RECIPIENT_RULES, RecipientRules.class, usual.recipientRules()),
                part(all, HELP_DESK, HelpDesk.class, usual.helpDesk()),
                part(all, MAIL_INTAKE, MailIntake.class, usual.mailIntake()),
                part(all, FILE_INTAKE, FileIntake.class, usual.fileIntake()),
                part(all, SNMP, SnmpAccess.class, usual.snmp()),
                part(all, ALERTS, AlertSettings.class, usual.alerts()),
                part(all, REPORTS, ReportMail.class, usual.reports())));
    }

    @Override
    public Optional<OfficeSettings> find(UUID id) {
        return all().stream().findFirst();
    }

    private static <T> T part(Map<String, String> all, String name, Class<T> type, T usual) {
        return all.containsKey(name) ? Json.read(all.get(name), type) : usual;
    }

    private static int number(Map<String, String> all, String name, int usual) {
        return all.containsKey(name) ? Integer.parseInt(all.get(name)) : usual;
    }

    @Override
    public void put(Item item) {
        OfficeSettings wanted = (OfficeSettings) item;
        put("office", wanted.office());
        put("keep-accepted-hours", Integer.toString(wanted.keepAcceptedHours()));
        put("keep-others-days", Integer.toString(wanted.keepOthersDays()));
        put("address", wanted.address());
        put("signature", wanted.signature());
        put("keep-deliveries-days", Integer.toString(wanted.keepDeliveriesDays()));
        put("language", wanted.language());
        put(PANEL_SIGN_IN, Json.write(wanted.panelSignIn()));
        put(RECIPIENT_RULES, Json.write(wanted.recipientRules()));
        put(HELP_DESK, Json.write(wanted.helpDesk()));
        put(MAIL_INTAKE, Json.write(wanted.mailIntake()));
        put(FILE_INTAKE, Json.write(wanted.fileIntake()));
        put(SNMP, Json.write(wanted.snmp()));
        put(ALERTS, Json.write(wanted.alerts()));
        put(REPORTS, Json.write(wanted.reports()));
    }

    private void put(String name, String value) {
        jdbc.sql(
                        "insert into setting (name, value) values (?, ?) on conflict (name) do update set value = excluded.value")
                .params(name, value)
                .update();
    }

    @Override
    public Map<String, byte[]> secrets(UUID id) {
        Map<String, byte[]> secrets = new HashMap<>();
        jdbc.sql("select name, value from setting where name like ?")
                .param(SECRET + "%")
                .query((row, n) -> secrets.put(
                        row.getString(1).substring(SECRET.length()),
                        Base64.getDecoder().decode(row.getString(2))))
                .list();
        return secrets;
    }

    @Override
    public String sealedFor(UUID id, String name) {
        return "settings " + name;
    }

    @Override
    public void keepSecrets(UUID id, Map<String, byte[]> sealed) {
        jdbc.sql("delete from setting where name like ?").param(SECRET + "%").update();
        sealed.forEach((name, secret) -> put(SECRET + name, Base64.getEncoder().encodeToString(secret)));
    }

    @Override
    public void remove(UUID id) {
        jdbc.sql("delete from setting").update();
    }
}

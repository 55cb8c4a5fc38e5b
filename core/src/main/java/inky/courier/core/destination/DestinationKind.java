package inky.courier.core.destination;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameRules;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The ways out. Each constant registers the class that says all that is known of its kind. */
public enum DestinationKind {
    MAIL_TO_ME(new MailToSender()),
    MAIL_FIXED(new MailToFixed()),
    MAIL_CHOSEN(new MailToChosen()),
    SMB(new NetworkFolder()),
    SFTP(new SshFolder()),
    FTP(new FtpFolder()),
    WEBDAV(new WebDavFolder()),
    CLOUD(new CloudFolder()),
    DESKTOP(new OwnFolder()),
    LINK(new DownloadPage()),
    USB(new UsbStick()),
    SHELF(new DeviceShelf()),
    PRINTER(new PrintedCopy()),
    /** Where Courier itself keeps it; {@link #SHELF} is the storage of the device that scans. */
    SHELF_FOLDER(new FolderOfShelf());

    /** What kinds have in common: which settings they have, and who knows where they lead. */
    public enum Family {
        MAIL,
        /** A folder on a server, at one place for everybody. */
        SERVER_FOLDER,
        /** A folder on a server for each person. */
        CLOUD_FOLDER,
        /** One of the office's folders, chosen by who scans. */
        PERSONS_FOLDER,
        /** A part of the device that scans. */
        DEVICE_STORAGE,
        LINK,
        PAPER,
        /** A folder that Courier keeps itself. */
        SHELF
    }

    /** What is set up apart and carries for others. */
    public enum Through {
        MAIL_SERVER,
        DEVICE,
        SHELF_FOLDER
    }

    private final KindRules<?> rules;

    DestinationKind(KindRules<?> rules) {
        this.rules = rules;
    }

    public Family family() {
        return rules.family();
    }

    /** What it goes through that is set up apart: a mail server, a device. */
    public Optional<Through> through() {
        return rules.through();
    }

    /** What an administrator calls it. */
    public Message words() {
        return Message.of("destination." + code());
    }

    /** What it is for, in a sentence. */
    public Message does() {
        return Message.of("destination." + code() + ".does");
    }

    private String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** What is entered for one of this kind, in the order of a form. */
    public List<Field> fields() {
        return rules.fields();
    }

    public Class<? extends DestinationSettings> settingsType() {
        return rules.type();
    }

    /** What a new one begins with. */
    public DestinationSettings usual() {
        return rules.usual();
    }

    /** The settings without what this kind has no use for. */
    public DestinationSettings normal(DestinationSettings settings) {
        return normal(rules, settings);
    }

    private static <S extends DestinationSettings> S normal(KindRules<S> rules, DestinationSettings settings) {
        return rules.normal(rules.type().cast(settings));
    }

    /** Where a destination of this kind is, in a few words. */
    public String place(DestinationSettings settings) {
        return place(rules, settings);
    }

    private static <S extends DestinationSettings> String place(KindRules<S> rules, DestinationSettings settings) {
        return rules.place(rules.type().cast(settings));
    }

    /** @throws Invalid with every problem that the settings have */
    public void check(DestinationSettings settings) {
        check(rules, settings);
    }

    private static <S extends DestinationSettings> void check(KindRules<S> rules, DestinationSettings settings) {
        var problems = rules.problems(rules.type().cast(settings));
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    /** Who gets the mail of a scan; empty for what is no mail. @param sender address of who scans @param chosen at the device */
    public List<String> recipients(DestinationSettings settings, String sender, List<String> chosen) {
        return recipients(rules, settings, sender, chosen);
    }

    private static <S extends DestinationSettings> List<String> recipients(
            KindRules<S> rules, DestinationSettings settings, String sender, List<String> chosen) {
        return rules.recipients(rules.type().cast(settings), sender, chosen);
    }

    public boolean isMail() {
        return family() == Family.MAIL;
    }

    /** Whether it is a folder on a server, which can be probed and paused by itself. */
    public boolean isServer() {
        return family() == Family.SERVER_FOLDER || family() == Family.CLOUD_FOLDER;
    }

    /** Whether it is a part of the device that scans. */
    public boolean isAtTheDevice() {
        return family() == Family.DEVICE_STORAGE;
    }

    /** Whether files go into folders, by rules of the destination's own. */
    public boolean hasFolderSettings() {
        return settingsType() == FolderSettings.class;
    }

    /** Whether its folders can be looked into from the desk: those of a person cannot. */
    public boolean isBrowsable() {
        return family() == Family.SERVER_FOLDER;
    }

    /** What it takes as the name of a file. */
    public NameRules names() {
        return rules.names();
    }

    /** Whether the person who scans decides where it goes. */
    public boolean isPersonal() {
        return rules.isPersonal();
    }
}

package inky.courier.harness;

import inky.courier.core.access.Role;
import inky.courier.standins.CloudHouse;
import inky.courier.standins.DeviceModel;
import inky.courier.standins.FileHouse;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import inky.courier.standins.StandInDevice;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** A small office: the application, a device, a post office, and one job on the device's panel. */
public final class Office implements AutoCloseable {
    /** The least that the stand-in devices offer, in dpi. */
    public static final int COARSE = 100;

    public static final String PASSWORD = "Harbour-1124";
    private static final String ACCOUNT_PASSWORD = "ferry crossing seven";
    private static final AtomicInteger FOLDERS = new AtomicInteger();
    private static final int MAX_MESSAGE = 64 * 1024 * 1024;

    public final Host host;
    public final StandInDevice device;
    public final PostOffice post;
    public final Browser desk;
    public String deviceId;
    public String serverId;
    public String jobId;
    private String profileId;
    public String pin;

    private Office(Host host) throws IOException {
        this.host = host;
        device = StandInDevice.start(
                DeviceModel.named("Alder M30").orElseThrow(),
                "Ticket office",
                "127.20.9.1",
                0,
                4200,
                0,
                Files.createTempDirectory("device"));
        // Drawn once for all tests.
        device.samePaper();
        post = postOffice(Files.createTempDirectory("post"));
        desk = host.administrator();
    }

    public static PostOffice postOffice(Path folder) throws IOException {
        return PostOffice.open(new PostOffice.Settings(
                "mail.wherrymoor.example",
                "127.30.9.5",
                0,
                0,
                0,
                "scans@wherrymoor.example",
                PASSWORD,
                MAX_MESSAGE,
                folder));
    }

    /** A file house on free ports of an address. */
    public static FileHouse fileHouse(String address) throws IOException {
        return FileHouse.open(new FileHouse.Settings(
                "files.wherrymoor.example",
                address,
                0,
                0,
                0,
                0,
                "scans",
                PASSWORD,
                Files.createTempDirectory("house")));
    }

    /** A cloud on a free port of an address. */
    public static CloudHouse cloud(String address) throws IOException {
        return CloudHouse.open(new CloudHouse.Settings(
                "cloud.wherrymoor.example", address, 0, "scans", PASSWORD, Files.createTempDirectory("cloud")));
    }

    /** An office that can scan: everything set up over the web API, as the desk does it. */
    public static Office ready(Host host) throws IOException {
        Office office = new Office(host);
        office.setUp();
        return office;
    }

    private Office(Office other, Host host) {
        this.host = host;
        device = other.device;
        post = other.post;
        desk = host.administrator();
        deviceId = other.deviceId;
        serverId = other.serverId;
        jobId = other.jobId;
        pin = other.pin;
    }

    /** The same office after its server was started again. */
    public Office at(Host restarted) {
        return new Office(this, restarted);
    }

    private void setUp() {
        desk.put(
                        "/api/settings",
                        Map.of(
                                "office",
                                "Wherrymoor Ferries",
                                "keepAcceptedHours",
                                24,
                                "keepOthersDays",
                                30,
                                "address",
                                host.uri().toString()))
                .ok();
        deviceId = desk.post(
                        "/api/devices",
                        Map.of(
                                "name",
                                "Ticket office",
                                "place",
                                "Linnet Pier",
                                "placeWhat",
                                "ticket hall",
                                "address",
                                "127.20.9.1:" + device.port(),
                                "signOutSeconds",
                                60))
                .ok()
                .get("id");
        serverId = desk.post("/api/mail-servers", mailServer(PASSWORD)).ok().get("id");
        String destination = desk.post(
                        "/api/destinations", Map.of("name", "Mail to me", "kind", "MAIL_TO_ME", "routeId", serverId))
                .ok()
                .get("id");
        profileId = desk.post("/api/profiles", plain()).ok().get("id");
        String name = desk.post(
                        "/api/names",
                        Map.of("name", "Counter", "template", "{date:yyyy-MM-dd} {job} {person.name} {counter:4}"))
                .ok()
                .get("id");
        jobId = desk.post(
                        "/api/jobs",
                        Map.of(
                                "name",
                                "Berth permit",
                                "icon",
                                "permit",
                                "profileId",
                                profileId,
                                "templateId",
                                name,
                                "destinationIds",
                                List.of(destination),
                                "subject",
                                "{job}, {pages} pages",
                                "body",
                                "From {device.name}."))
                .ok()
                .get("id");
        desk.put("/api/panels/" + deviceId, Map.of("places", List.of(Map.of("place", 1, "jobId", jobId))))
                .ok();
        String person = desk.post(
                        "/api/people",
                        Map.of(
                                "name",
                                "\u00c1sa Kj\u00f8lv",
                                "login",
                                "a.kj\u00f8lv",
                                "email",
                                "asa.kjolv@wherrymoor.example"))
                .ok()
                .get("id");
        pin = desk.post("/api/people/" + person + "/pin", Map.of()).ok().get("pin");
    }

    /** A bean of the application, where it runs in this process. */
    public <T> T bean(Class<T> type) {
        return ((Courier) host).bean(type);
    }

    public Map<String, Object> mailServer(String password) {
        return new HashMap<>(Map.ofEntries(
                Map.entry("name", "Harbour Post"),
                Map.entry("host", "127.30.9.5"),
                Map.entry("port", post.startTlsPort()),
                Map.entry("encryption", "STARTTLS"),
                Map.entry("certificateCheck", "OFF"),
                Map.entry("fingerprint", ""),
                Map.entry("signIn", "PASSWORD"),
                Map.entry("account", "scans@wherrymoor.example"),
                Map.entry("password", password),
                Map.entry("sender", "scans@wherrymoor.example"),
                Map.entry("senderIsPerson", false),
                Map.entry("sizeLimitMb", 0)));
    }

    /** Sets one part of the settings, and leaves the others as they are. */
    public Browser.Answer settings(String part, Object value) {
        return settings(Map.of(part, value));
    }

    public Browser.Answer settings(Map<String, Object> parts) {
        JsonNode now = desk.get("/api/settings").ok().json();
        Map<String, Object> form = new HashMap<>();
        for (String field : List.of("office", "address", "signature", "language")) {
            form.put(field, now.path(field).asString());
        }
        for (String field : List.of("keepAcceptedHours", "keepOthersDays", "keepDeliveriesDays")) {
            form.put(field, now.path(field).asInt());
        }
        form.putAll(parts);
        return desk.put("/api/settings", form);
    }

    /** Invites somebody to the desk. @return where they accept */
    public String invite(String login, Role role) {
        return desk.post(
                        "/api/accounts/invitations",
                        Map.of("login", login, "name", "Brannoc Lyle", "email", "b@wherrymoor.example", "role", role))
                .ok()
                .get("path")
                .replace("/invited/", "/api/invitation/");
    }

    /** Somebody else at the desk. */
    public Browser account(Role role) {
        String path = invite("somebody-" + UUID.randomUUID().toString().substring(0, 8), role);
        Browser browser = new Browser(host.uri());
        browser.get("/api/session");
        browser.post(path, Map.of("password", ACCOUNT_PASSWORD)).ok();
        return browser;
    }

    /** Somebody in front of the device who has entered the PIN. */
    public Browser guest() {
        return guest(pin);
    }

    public Browser guest(String pin) {
        Browser browser = new Browser(host.uri());
        browser.post(panel("/session"), Map.of("pin", pin)).ok();
        return browser;
    }

    /** A destination by mail that is the same for everybody. @return its id */
    public String fixedMail() {
        return mail("Lost property", "MAIL_FIXED", Map.of("recipients", List.of("lost.property@wherrymoor.example")));
    }

    /** A destination by mail to whoever is chosen at the device. @return its id */
    public String chosenMail() {
        return mail("Mail to whom I choose", "MAIL_CHOSEN", Map.of("directEntry", true));
    }

    private String mail(String name, String kind, Map<String, Object> settings) {
        return named(name)
                .orElseGet(() -> desk.post(
                                "/api/destinations",
                                Map.of("name", name, "kind", kind, "routeId", serverId, "settings", settings))
                        .ok()
                        .get("id"));
    }

    /** The stick of the device that scans. @return its id */
    public String stick() {
        return named("The stick", "USB");
    }

    /** A destination of a kind for which nothing has to be entered. @return its id */
    public String named(String name, String kind) {
        return named(name)
                .orElseGet(
                        () -> desk.post("/api/destinations", Map.of("name", name, "kind", kind, "settings", Map.of()))
                                .ok()
                                .get("id"));
    }

    /** Somebody else in front of the device, who is new in the office. */
    public Browser somebodyElse() {
        String login = "other-" + UUID.randomUUID().toString().substring(0, 8);
        String person = desk.post(
                        "/api/people", Map.of("name", "Maja Berg", "login", login, "email", "m@wherrymoor.example"))
                .ok()
                .get("id");
        return guest(desk.post("/api/people/" + person + "/pin", Map.of()).ok().get("pin"));
    }

    /** Whether the office lets somebody scan without signing in. */
    public void guestsMayScan(boolean guests) {
        Map<String, Object> rules = new HashMap<>(
                Map.of("way", "PIN", "pinLength", 6, "choose", false, "firstPinOnce", false, "pinDays", 0));
        rules.put("guests", guests);
        settings("panelSignIn", rules).ok();
    }

    /** Whoever walked away from the device has been signed out by now. */
    public void everybodyHasLeft() {
        bean(JdbcClient.class).sql("delete from panel_session").update();
    }

    /** Somebody in front of the device who has not signed in. */
    public Browser.Answer comeAsGuest(Browser browser) {
        return browser.post(panel("/session/guest"), Map.of());
    }

    public String panel(String rest) {
        return "/api/panel/" + deviceId + rest;
    }

    /** Scans a stack and waits until it is in. @return the scan's id */
    public String scan(Browser guest, Stack stack) {
        device.put(stack);
        String scan = begin(guest);
        waitForScan(guest, scan, "COMPLETE");
        return scan;
    }

    /** Presses the job's key, whatever lies in the feeder. @return the scan's id */
    public String begin(Browser guest) {
        return guest.post(panel("/scans"), Map.of("jobId", jobId)).ok().get("id");
    }

    /** @throws AssertionError with what it says instead, as soon as it has ended otherwise */
    public void waitForScan(Browser guest, String scan, String state) {
        Waiting.until(
                () -> {
                    Browser.Answer seen = guest.get(panel("/scans/" + scan));
                    String now = seen.get("state");
                    if (!now.equals(state) && !now.equals("SCANNING")) {
                        throw new AssertionError("the scan is not " + state + ": " + seen.text());
                    }
                    return now.equals(state);
                },
                "the scan is " + state);
    }

    /** A page of a scan, by its place from 1. */
    public String pageOf(Browser guest, String scan, int place) {
        return page(guest.get(panel("/scans/" + scan)), place);
    }

    /** A page of a delivery, by its place from 1. */
    public String pageOf(String delivery, int place) {
        return page(desk.get("/api/deliveries/" + delivery), place);
    }

    private static String page(Browser.Answer answer, int place) {
        return answer.ok().json().path("pages").path(place - 1).path("id").asString();
    }

    /** Does something to a page of a scan, as the panel does. */
    public Browser.Answer edit(Browser guest, String scan, int place, String action) {
        return guest.post(
                panel("/scans/" + scan + "/edits"), Map.of("action", action, "page", pageOf(guest, scan, place)));
    }

    /** Does something to a page of a delivery, as the desk does. */
    public Browser.Answer edit(String delivery, int place, String action) {
        return desk.post(
                "/api/deliveries/" + delivery + "/edits", Map.of("action", action, "page", pageOf(delivery, place)));
    }

    /** Scans and sends. @return the delivery's id */
    public String send(Stack stack) {
        Browser guest = guest();
        return guest.post(panel("/scans/" + scan(guest, stack) + "/send"), Map.of())
                .ok()
                .get("deliveryId");
    }

    /** @return the id of a destination by its name */
    /** Adds a device at no place. @return its id */
    public String device(String name, StandInDevice at) {
        return desk.post(
                        "/api/devices",
                        Map.of(
                                "name",
                                name,
                                "place",
                                "",
                                "placeWhat",
                                "",
                                "address",
                                at.address() + ":" + at.port(),
                                "signOutSeconds",
                                60))
                .ok()
                .get("id");
    }

    public String destination(String name) {
        return named(name).orElseThrow(() -> new IllegalStateException(name));
    }

    private Optional<String> named(String name) {
        for (JsonNode one : desk.get("/api/destinations?count=200").ok().json().path("rows")) {
            if (one.path("name").asString().equals(name)) {
                return Optional.of(one.path("id").asString());
            }
        }
        return Optional.empty();
    }

    public String folder(String kind, String host, int port, String path) {
        return desk.post("/api/destinations", folderForm(kind, host, port, path))
                .ok()
                .get("id");
    }

    public static Map<String, Object> folderForm(String kind, String host, int port, String path) {
        Map<String, Object> folder = new HashMap<>(Map.ofEntries(
                Map.entry("host", host),
                Map.entry("port", port),
                Map.entry("share", "scans"),
                Map.entry("path", path),
                Map.entry("account", "scans"),
                Map.entry("domain", ""),
                Map.entry("encryption", "NONE"),
                Map.entry("certificateCheck", "OFF"),
                Map.entry("fingerprint", ""),
                Map.entry("passive", true),
                Map.entry("signsInByKey", false),
                Map.entry("whenTaken", "NUMBER"),
                Map.entry("makeFolders", true),
                Map.entry("sidecar", "NONE"),
                Map.entry("atOnce", 4),
                Map.entry("mustEncrypt", false)));
        return new HashMap<>(Map.of(
                "name", kind + " " + FOLDERS.incrementAndGet(), "kind", kind, "settings", folder, "secret", PASSWORD));
    }

    /** How finely everything is scanned from now on, and looked at as a usual profile does. */
    public void scansAt(int dpi) {
        desk.put("/api/profiles/" + profileId, usual(dpi)).ok();
    }

    /** Coarsely, and nothing is asked of pages: as it is by itself, since most tests do not look at them. */
    public void scansPlainly() {
        desk.put("/api/profiles/" + profileId, plain()).ok();
    }

    private static Map<String, Object> plain() {
        Map<String, Object> plain = profileForm("Usual", Map.of(), Map.of());
        plain.put("colour", "COLOUR");
        plain.put("dpi", COARSE);
        return plain;
    }

    private static Map<String, Object> usual(int dpi) {
        return Map.of("name", "Usual", "colour", "AS_FOUND", "dpi", dpi, "sides", "ONE");
    }

    /** A profile that does nothing to its pages but what is said. */
    public static Map<String, Object> profileForm(String name, Map<String, Object> tidy, Map<String, Object> files) {
        Map<String, Object> allTidy = new HashMap<>(Map.of(
                "crop",
                false,
                "straighten",
                false,
                "upright",
                false,
                "marginMm",
                0,
                "gutter",
                false,
                "scalePercent",
                100,
                "fileDpi",
                0,
                "card",
                false,
                "portrait",
                false));
        allTidy.putAll(tidy);
        Map<String, Object> allFiles =
                new HashMap<>(Map.of("type", "PDF", "light", false, "searchable", false, "archive", false));
        allFiles.putAll(files);
        Map<String, Object> form = new HashMap<>();
        form.put("name", name);
        form.put("colour", "AS_FOUND");
        form.put("dpi", 200);
        form.put("sides", "ONE");
        form.put("tidy", allTidy);
        form.put("files", allFiles);
        return form;
    }

    /** Makes the job on the panel go to these destinations. */
    public void goesTo(String... destinations) {
        goesTo(Map.of(), destinations);
    }

    /** What a job asks: nothing, but for what is given. */
    public static Map<String, Object> asks(Map<String, Object> more) {
        Map<String, Object> asks = new HashMap<>(Map.of("fileName", "NO", "subject", "NO", "passcode", "NO"));
        asks.putAll(Map.of("copies", false, "settings", Map.of(), "questions", List.of()));
        asks.putAll(more);
        return Map.of("asks", asks);
    }

    /** @param more of the job's form */
    public void goesTo(Map<String, Object> more, String... destinations) {
        JsonNode job = desk.get("/api/jobs/" + jobId).json();
        Map<String, Object> form = new HashMap<>(Map.of(
                "name",
                job.path("name").asString(),
                "icon",
                "permit",
                "profileId",
                job.path("profileId").asString(),
                "templateId",
                job.path("templateId").asString(),
                "destinationIds",
                List.of(destinations),
                "subject",
                "{job}, {pages} pages",
                "body",
                "From {device.name}."));
        form.putAll(more);
        desk.put("/api/jobs/" + jobId, form).ok();
    }

    /** What the desk does to one delivery by hand. */
    public void act(String action, String delivery) {
        desk.post("/api/deliveries/act", Map.of("action", action, "deliveries", List.of(delivery)))
                .ok();
    }

    public String state(String delivery) {
        return desk.get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("state")
                .asString();
    }

    @Override
    public void close() {
        device.close();
        post.close();
    }
}

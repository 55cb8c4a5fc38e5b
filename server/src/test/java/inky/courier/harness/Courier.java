package inky.courier.harness;

import inky.courier.InkyCourier;
import inky.courier.web.Passwords;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.support.GenericApplicationContext;
import org.springframework.security.crypto.password.PasswordEncoder;

/** The real application on a random port and an empty database of its own. */
public final class Courier implements Host, AutoCloseable {
    public static final String SETUP_CODE = "test-code";

    private static final int PASSWORD_KIB = 64;

    private final ConfigurableApplicationContext context;
    private final TestDatabase database;

    private Courier(ConfigurableApplicationContext context, TestDatabase database) {
        this.context = context;
        this.database = database;
    }

    public static Courier start() {
        return start(TestDatabase.create(), Map.of());
    }

    public static Courier start(TestDatabase database, Map<String, Object> more) {
        return new Courier(application().run(arguments(database, more)), database);
    }

    /** Hashes of passwords are quick in it: nobody guesses them here, and a desk signs in thousands of times. */
    private static SpringApplication application() {
        SpringApplication application = new SpringApplication(InkyCourier.class);
        application.addInitializers(context -> ((GenericApplicationContext) context)
                .registerBean(
                        "quickPasswords",
                        PasswordEncoder.class,
                        () -> new Passwords(PASSWORD_KIB, 1),
                        bean -> bean.setPrimary(true)));
        return application;
    }

    /** By a clock of the test's own; its tasks run when the test says so. */
    public static Courier start(TestDatabase database, Map<String, Object> more, TestTime time) {
        SpringApplication application = application();
        application.addInitializers(context -> time.into((GenericApplicationContext) context));
        return new Courier(application.run(arguments(database, more)), database);
    }

    /** With what it asks its database counted. */
    public static Courier start(StatementCount count) {
        TestDatabase database = TestDatabase.create();
        SpringApplication application = application();
        application.addInitializers(context -> count.into((GenericApplicationContext) context));
        return new Courier(application.run(arguments(database, Map.of())), database);
    }

    static String[] arguments(TestDatabase database, Map<String, Object> more) {
        try {
            Path key = Files.createTempDirectory("courier-test").resolve("key");
            Map<String, Object> all = new HashMap<>(Map.ofEntries(
                    Map.entry("server.port", 0),
                    Map.entry("spring.datasource.url", database.url()),
                    Map.entry("spring.datasource.username", database.user()),
                    Map.entry("spring.datasource.password", database.password()),
                    Map.entry("courier.key-file", key),
                    Map.entry("courier.setup-code", SETUP_CODE),
                    Map.entry("courier.zone", "UTC"),
                    Map.entry("db-scheduler.polling-interval", "200ms"),
                    Map.entry("courier.scan-silence-seconds", 5),
                    Map.entry("db-scheduler.heartbeat-interval", "2s"),
                    Map.entry("spring.main.register-shutdown-hook", "false")));
            all.putAll(more);
            return all.entrySet().stream()
                    .map(e -> "--" + e.getKey() + "=" + e.getValue())
                    .toArray(String[]::new);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public URI uri() {
        return URI.create("http://127.0.0.1:"
                + ((ServletWebServerApplicationContext) context).getWebServer().getPort());
    }

    public <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    /** Somebody at the desk who is the first administrator. */
    @Override
    public Browser administrator() {
        Browser browser = new Browser(uri());
        signIn(browser);
        return browser;
    }

    static void signIn(Browser browser) {
        boolean first = browser.get("/api/session").json().path("firstStart").asBoolean();
        if (first) {
            browser.post(
                            "/api/session/first",
                            Map.of(
                                    "code",
                                    SETUP_CODE,
                                    "login",
                                    "maud",
                                    "name",
                                    "Maud Ellery",
                                    "email",
                                    "maud.ellery@wherrymoor.example",
                                    "password",
                                    "ferry crossing 7"))
                    .ok();
        } else {
            browser.post("/api/session", Map.of("login", "maud", "password", "ferry crossing 7"))
                    .ok();
        }
    }

    /** Ends the application and leaves its database to others. */
    public void stop() {
        context.close();
    }

    @Override
    public void close() {
        stop();
        database.drop();
    }
}

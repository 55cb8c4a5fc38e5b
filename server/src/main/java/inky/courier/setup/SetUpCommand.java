package inky.courier.setup;

import inky.courier.core.Invalid;
import inky.courier.core.office.OfficeFormat;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The set-up of a running Courier as a file, from the command line: so it can lie under version control and be applied by a
 * pipeline. It asks the application, with a token; {@code check} needs neither.
 */
public final class SetUpCommand {
    /** Done; or nothing differs. */
    static final int OK = 0;

    static final int REFUSED = 1;
    static final int NOT_UNDERSTOOD = 2;
    /** Of {@code diff}: there is something to change. */
    static final int DIFFERS = 3;

    private static final String USAGE = """
            bin/setup export [FILE] [--format yaml|json] [--job NAME]... [--secrets]
                                          the set-up, or jobs with all that they need, into a file or to the screen
            bin/setup check FILE          whether a file can be read and keeps the rules; asks nobody
            bin/setup diff FILE           what applying it would change; ends with 3 when something would
            bin/setup apply FILE          changes the set-up to what the file says, all or nothing
            diff and apply: --delete also deletes what is not in the file; --match-names takes what is called the same
                                          to be the same, as in a file from a Courier that was set up by itself

            COURIER_ADDRESS      of the application, for example https://scans.office.example
            COURIER_TOKEN        made under Accounts; apply and --secrets need one that may change the set-up
            COURIER_PASSPHRASE   seals and opens the passwords in a file
            COURIER_CERTIFICATE  a PEM file to trust, where the application's certificate is the office's own""";

    private static final Duration PATIENCE = Duration.ofMinutes(2);
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Map<String, String> environment;
    private final PrintStream out;
    private final PrintStream errors;

    SetUpCommand(Map<String, String> environment, PrintStream out, PrintStream errors) {
        this.environment = environment;
        this.out = out;
        this.errors = errors;
    }

    /** @return the status with which the process ends: 0 done, 1 refused, 2 not understood, 3 it differs */
    public static int run(String[] words, Map<String, String> environment) {
        return new SetUpCommand(environment, System.out, System.err).does(words);
    }

    /** What went wrong, in words for whoever typed the command. */
    private static final class Refused extends Exception {
        Refused(String words) {
            super(words);
        }
    }

    int does(String... words) {
        Wanted wanted = Wanted.of(words);
        if (wanted == null) {
            errors.println(USAGE);
            return NOT_UNDERSTOOD;
        }
        try {
            return switch (wanted.verb) {
                case "export" -> export(wanted);
                case "check" -> check(wanted);
                case "diff" -> diff(wanted);
                default -> apply(wanted);
            };
        } catch (Refused refused) {
            errors.println(refused.getMessage());
        } catch (IOException e) {
            errors.println(
                    "The file " + wanted.file + " cannot be used. Check its name and who may read and write it.");
        }
        return REFUSED;
    }

    private record Wanted(
            String verb,
            String file,
            OfficeFormat format,
            List<String> jobs,
            boolean secrets,
            boolean deletes,
            boolean matches) {
        /** Null for what is not understood. */
        static Wanted of(String... words) {
            Deque<String> left = new ArrayDeque<>(Arrays.asList(words));
            String verb = left.isEmpty() ? "" : left.pop();
            boolean exports = verb.equals("export");
            String file = "";
            OfficeFormat format = null;
            List<String> jobs = new ArrayList<>();
            boolean secrets = false;
            boolean deletes = false;
            boolean matches = false;
            while (!left.isEmpty()) {
                String word = left.pop();
                if (exports
                        && word.equals("--format")
                        && !left.isEmpty()
                        && left.peek().matches("yaml|json")) {
                    format = left.pop().equals("json") ? OfficeFormat.JSON : OfficeFormat.YAML;
                } else if (exports && word.equals("--job") && !left.isEmpty()) {
                    jobs.add(left.pop());
                } else if (exports && word.equals("--secrets")) {
                    secrets = true;
                } else if (!exports && !verb.equals("check") && word.equals("--delete")) {
                    deletes = true;
                } else if (!exports && !verb.equals("check") && word.equals("--match-names")) {
                    matches = true;
                } else if (file.isEmpty() && !word.startsWith("--")) {
                    file = word;
                } else {
                    return null;
                }
            }
            boolean known = List.of("export", "check", "diff", "apply").contains(verb);
            if (!known || !exports && file.isEmpty()) {
                return null;
            }
            OfficeFormat usual = file.endsWith(".json") ? OfficeFormat.JSON : OfficeFormat.YAML;
            return new Wanted(verb, file, format == null ? usual : format, jobs, secrets, deletes, matches);
        }
    }

    private int export(Wanted wanted) throws Refused, IOException {
        Map<String, Object> order = new HashMap<>(Map.of("format", wanted.format.name(), "jobs", wanted.jobs));
        if (wanted.secrets) {
            order.put("passphrase", required("COURIER_PASSPHRASE", "Passwords are exported only under a passphrase."));
        }
        String text = ask("export", order);
        if (wanted.file.isEmpty()) {
            out.print(text);
        } else {
            Files.writeString(Path.of(wanted.file), text);
            errors.println("Written to " + wanted.file + ".");
        }
        return OK;
    }

    private int check(Wanted wanted) throws IOException {
        String text = Files.readString(Path.of(wanted.file)).strip();
        try {
            (text.startsWith("{") ? OfficeFormat.JSON : OfficeFormat.YAML).read(text);
        } catch (Invalid invalid) {
            invalid.problems().forEach(problem -> errors.println(problem.sentence() + " " + problem.remedy()));
            return REFUSED;
        }
        out.println(wanted.file + " can be read and keeps the rules.");
        return OK;
    }

    private int diff(Wanted wanted) throws Refused, IOException {
        JsonNode compared = compare(wanted);
        say(compared);
        return isNothing(compared) ? OK : DIFFERS;
    }

    private int apply(Wanted wanted) throws Refused, IOException {
        JsonNode compared = compare(wanted);
        if (!isNothing(compared)) {
            ask(
                    "import",
                    Map.of(
                            "file",
                            incoming(wanted),
                            "token",
                            compared.path("token").asString()));
        }
        say(compared);
        return OK;
    }

    private JsonNode compare(Wanted wanted) throws Refused, IOException {
        return JSON.readTree(ask("compare", incoming(wanted)));
    }

    private Map<String, Object> incoming(Wanted wanted) throws IOException {
        return Map.of(
                "file",
                Files.readString(Path.of(wanted.file)),
                "removes",
                wanted.deletes,
                "matchNames",
                wanted.matches,
                "passphrase",
                environment.getOrDefault("COURIER_PASSPHRASE", ""));
    }

    private static boolean isNothing(JsonNode compared) {
        return compared.path("changes").isEmpty() && compared.path("secrets").isEmpty();
    }

    /** Each change in a line, what is other below it. */
    private void say(JsonNode compared) {
        if (isNothing(compared)) {
            out.println("Nothing to change.");
        }
        for (JsonNode change : compared.path("changes")) {
            String sign = switch (change.path("verb").asString()) {
                case "ADDED" -> "+";
                case "DELETED" -> "-";
                default -> "~";
            };
            out.println(sign + " " + change.path("kind").asString() + " "
                    + change.path("name").asString());
            for (JsonNode one : change.path("differences")) {
                out.println("    " + one.path("name").asString() + ": " + orNothing(one.path("before")) + " -> "
                        + orNothing(one.path("after")));
            }
        }
        compared.path("secrets").forEach(name -> out.println("~ password of " + name.asString()));
        if (compared.path("locked").asBoolean()) {
            errors.println("The file has passwords; without COURIER_PASSPHRASE they are left out.");
        }
        compared.path("withoutSecrets")
                .forEach(
                        name -> errors.println(name.asString() + " comes without its password. Enter it at the desk."));
    }

    private static String orNothing(JsonNode value) {
        return value.asString("").isEmpty() ? "nothing" : value.asString();
    }

    private String required(String variable, String why) throws Refused {
        String value = environment.getOrDefault(variable, "");
        if (value.isEmpty()) {
            throw new Refused(why + " Set " + variable + ".");
        }
        return value;
    }

    private String ask(String what, Object body) throws Refused {
        String address = required("COURIER_ADDRESS", "Which Courier is meant?").replaceFirst("/+$", "");
        String token = required("COURIER_TOKEN", "Courier lets programs in by a token only.");
        try (InputStream trusted = certificate()) {
            HttpRequest request = HttpRequest.newBuilder(URI.create(address + "/api/office/" + what))
                    .timeout(PATIENCE)
                    .header("Authorization", "Bearer " + token)
                    .header("Content-Type", "application/json")
                    .header("Accept-Language", "en")
                    .POST(HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)))
                    .build();
            HttpResponse<String> answer =
                    client(trusted).send(request, HttpResponse.BodyHandlers.ofString(StandardCharsets.UTF_8));
            if (answer.statusCode() / 100 != 2) {
                throw new Refused(words(answer));
            }
            return answer.body();
        } catch (IllegalArgumentException e) {
            throw new Refused(
                    "COURIER_ADDRESS and COURIER_TOKEN have to be an address and a token: https://scans.office.example, courier_...");
        } catch (IOException e) {
            throw new Refused("Courier at " + address + " cannot be reached. Check COURIER_ADDRESS"
                    + (address.startsWith("https") ? " and COURIER_CERTIFICATE." : "."));
        } catch (GeneralSecurityException e) {
            throw new Refused("COURIER_CERTIFICATE is no certificate as PEM.");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refused("Interrupted.");
        }
    }

    /** Empty where those that Java trusts are enough. */
    private InputStream certificate() throws IOException {
        String file = environment.getOrDefault("COURIER_CERTIFICATE", "");
        return file.isEmpty() ? InputStream.nullInputStream() : Files.newInputStream(Path.of(file));
    }

    private HttpClient client(InputStream trusted) throws GeneralSecurityException, IOException {
        HttpClient.Builder client = HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(20));
        if (environment.getOrDefault("COURIER_CERTIFICATE", "").isEmpty()) {
            return client.build();
        }
        KeyStore store = KeyStore.getInstance(KeyStore.getDefaultType());
        store.load(null, null);
        store.setCertificateEntry(
                "courier", CertificateFactory.getInstance("X.509").generateCertificate(trusted));
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(store);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return client.sslContext(context).build();
    }

    /** What the application says; of a problem its own words. */
    private static String words(HttpResponse<String> answer) {
        try {
            JsonNode problem = JSON.readTree(answer.body());
            StringBuilder words = new StringBuilder(problem.path("title").asString());
            words.append(' ').append(problem.path("remedy").asString());
            for (JsonNode one : problem.path("problems")) {
                String sentence = one.path("sentence").asString();
                if (words.indexOf(sentence) < 0) {
                    words.append('\n')
                            .append(sentence)
                            .append(' ')
                            .append(one.path("remedy").asString());
                }
            }
            return words.toString().strip();
        } catch (tools.jackson.core.JacksonException e) {
            return "What answers at COURIER_ADDRESS is not Courier (HTTP status " + answer.statusCode() + ").";
        }
    }
}

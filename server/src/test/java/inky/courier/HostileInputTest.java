package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.standins.Stack;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Whatever is sent, at whatever place of whatever request that the application's own description names (OpenAPI 3.1): it
 * is taken, or refused with a sentence and a remedy, and never falls through.
 */
@Tag("long")
class HostileInputTest {
    private static final JsonNodeFactory MAKE = JsonNodeFactory.instance;

    /** Each place in a body is given so many of the values below; with {@code -Dhostile.all=true} every one. */
    private static final int VALUES_A_PLACE = 2;

    private static final boolean ALL = Boolean.getBoolean("hostile.all");

    /** Signing out ends the test, and the streams of news do not end by themselves. */
    private static final Set<String> NOT_ASKED =
            Set.of("DELETE /api/session", "GET /api/live", "GET /api/panel/{device}/live");

    /** Where those lie that a form is like. */
    private static final Map<String, String> LISTS = Map.of(
            "ProfileForm", "/api/profiles",
            "MailServerForm", "/api/mail-servers",
            "DestinationForm", "/api/destinations",
            "DeviceForm", "/api/devices",
            "PersonForm", "/api/people",
            "NameForm", "/api/names",
            "JobForm", "/api/jobs");

    /** Each answer of these takes pages through the workshop; their profile is asked about at its own address as well. */
    private static final Set<String> LABOURED = Set.of("POST /api/workshop/preview");

    private static final List<JsonNode> VALUES = values();

    private static List<JsonNode> values() {
        List<JsonNode> values = new ArrayList<>();
        for (String text : List.of(
                "",
                " ",
                "\u0000",
                "a\u0000b",
                "a\r\nBcc: nobody@wherrymoor.example",
                "\ud800",
                "../../../etc",
                "{{{",
                "{date:'\u0000'}",
                "\u202egnp.exe",
                "x".repeat(70_000),
                "-1",
                "9999999999999999999")) {
            values.add(MAKE.stringNode(text));
        }
        values.add(MAKE.nullNode());
        values.add(MAKE.numberNode(-1));
        values.add(MAKE.numberNode(0));
        values.add(MAKE.numberNode(Long.MAX_VALUE));
        values.add(MAKE.numberNode(1e300));
        values.add(MAKE.booleanNode(true));
        values.add(MAKE.objectNode());
        values.add(MAKE.arrayNode());
        values.add(MAKE.arrayNode().add(MAKE.nullNode()));
        ArrayNode many = MAKE.arrayNode();
        for (int i = 0; i < 3000; i++) {
            many.add("entry " + i);
        }
        values.add(many);
        return values;
    }

    private final List<String> fallen = new ArrayList<>();
    private Map<String, String> likely;
    private int asked;

    @Test
    void nothingThatIsSentFallsThrough() throws Exception {
        try (Courier courier = Courier.start();
                Office office = Office.ready(courier)) {
            Browser guest = office.guest();
            String scan = office.scan(guest, Stack.TIDE_TABLE);
            JsonNode api = office.desk.get("/v3/api-docs").ok().json();
            String delivery = office.send(Stack.TIDE_TABLE);
            Map<String, String> known = Map.of(
                    "/deliveries/{id}",
                    "/deliveries/" + delivery,
                    "{device}",
                    office.deviceId,
                    "{scan}",
                    scan,
                    "{delivery}",
                    delivery,
                    "{destination}",
                    office.destination("Mail to me"),
                    "{number}",
                    "1",
                    "{position}",
                    "0",
                    "{name}",
                    Stack.TIDE_TABLE.name());
            likely = Map.of(
                    "testTo", "asa.kjolv@wherrymoor.example",
                    "sample", "letter",
                    "media", "iso_a4_210x297mm",
                    "jobId", office.jobId,
                    "deliveries", delivery,
                    "action", "TRY_AGAIN");
            List<String> paths = new ArrayList<>(api.path("paths").propertyNames());
            // What goes on at a panel first: later there is hardly anything left on it.
            paths.sort(Comparator.comparing((String path) -> !path.startsWith("/api/panel/")));
            for (String path : paths) {
                for (String method : api.path("paths").path(path).propertyNames()) {
                    String name = method.toUpperCase(Locale.ROOT) + " " + path;
                    if (!NOT_ASKED.contains(name)) {
                        // Later requests of the desk may leave nobody who could sign in.
                        boolean atPanel = path.startsWith("/api/panel/");
                        if (atPanel && guest.get(office.panel("/jobs")).status() == 401) {
                            office.bean(JdbcClient.class)
                                    .sql("delete from sign_in_throttle")
                                    .update();
                            guest = office.guest();
                        }
                        assertThat(office.desk.get("/api/overview").status())
                                .as("before " + name)
                                .isEqualTo(200);
                        Browser who = path.endsWith("/session") || path.endsWith("/first")
                                ? new Browser(courier.uri())
                                : atPanel ? guest : office.desk;
                        new Call(office, who, api, name, path, known).hostile();
                    }
                }
            }
        }
        assertThat(asked).isGreaterThan(1500);
        assertThat(fallen).isEmpty();
    }

    private final class Call {
        private final Browser desk;
        private final Browser who;
        private final JsonNode api;
        private final JsonNode operation;
        private final String name;
        private final String method;
        private final String pattern;
        private final String real;

        Call(Office office, Browser who, JsonNode api, String name, String pattern, Map<String, String> known) {
            this.desk = office.desk;
            this.who = who;
            this.api = api;
            this.name = name;
            this.method = name.substring(0, name.indexOf(' '));
            this.pattern = pattern;
            this.operation = api.path("paths").path(pattern).path(method.toLowerCase(Locale.ROOT));
            String path = pattern;
            for (Map.Entry<String, String> part : known.entrySet()) {
                path = path.replace(part.getKey(), part.getValue());
            }
            real = path.contains("{") ? path.replaceAll("\\{[a-z]+}", idOfFirst(office, path)) : path;
        }

        /** An id that exists, of the kind that the path is about. */
        private String idOfFirst(Office office, String path) {
            String list = path.substring(0, path.indexOf("/{"));
            JsonNode things = office.desk.get(list).json();
            String id = things.path(0).path("id").asString("");
            return id.isEmpty() ? UUID.randomUUID().toString() : id;
        }

        void hostile() {
            addresses();
            queries();
            JsonNode schema = operation
                    .path("requestBody")
                    .path("content")
                    .path("application/json")
                    .path("schema");
            if (!schema.isMissingNode()) {
                bodies(schema);
            }
        }

        private void addresses() {
            if (pattern.contains("{") && !method.equals("DELETE")) {
                for (String part : List.of(
                        "%00",
                        "x",
                        "-1",
                        "%2e%2e",
                        "%ff",
                        "99999999999",
                        UUID.randomUUID().toString())) {
                    send(pattern.replaceAll("\\{[a-z]+}", part), method.equals("GET") ? null : MAKE.objectNode(), part);
                }
            }
        }

        private void queries() {
            for (JsonNode parameter : operation.path("parameters")) {
                if (parameter.path("in").asString().equals("query")) {
                    String field = parameter.path("name").asString();
                    for (String value :
                            List.of("", "%00", "-1", "99999999999999999999", "%27", "%25", "%ff", "x".repeat(3000))) {
                        send(real + "?" + field + "=" + value, null, field + "=" + value);
                    }
                }
            }
        }

        private void bodies(JsonNode schema) {
            JsonNode there = method.equals("PUT") ? who.get(real).json() : MAKE.missingNode();
            JsonNode body = example(schema, there, 0);
            send(real, body, "the example");
            for (JsonNode whole : List.of(MAKE.nullNode(), MAKE.arrayNode(), MAKE.objectNode(), MAKE.stringNode("x"))) {
                send(real, whole, "as a whole " + whole);
            }
            if (LABOURED.contains(name) && !ALL) {
                return;
            }
            Random random = new Random(name.hashCode());
            places(body, "", (change) -> {
                if (ALL) {
                    VALUES.forEach(
                            value -> send(real, change.with(body, value), change.pointer + " = " + shown(value)));
                } else {
                    for (int i = 0; i < VALUES_A_PLACE; i++) {
                        JsonNode value = VALUES.get(random.nextInt(VALUES.size()));
                        send(real, change.with(body, value), change.pointer + " = " + shown(value));
                    }
                }
                send(real, change.without(body), change.pointer + " missing");
            });
        }

        /** What the description asks for, filled with what is there where it fits. */
        private JsonNode example(JsonNode schema, JsonNode there, int depth) {
            if (schema.has("$ref")) {
                String reference = schema.path("$ref").asString();
                String list = LISTS.get(reference.substring(reference.lastIndexOf('/') + 1));
                JsonNode filled = list == null || !there.isMissingNode() ? there : another(list);
                return example(api.at(reference.substring(1)), filled, depth + 1);
            }
            if (schema.has("properties") && depth < 12) {
                ObjectNode object = MAKE.objectNode();
                schema.path("properties")
                        .properties()
                        .forEach(property -> object.set(
                                property.getKey(),
                                example(property.getValue(), part(there, property.getKey()), depth + 1)));
                likely.forEach((name, text) -> {
                    if (object.has(name)) {
                        JsonNode value = MAKE.stringNode(text);
                        object.set(
                                name,
                                object.path(name).isArray() ? MAKE.arrayNode().add(value) : value);
                    }
                });
                return object;
            }
            List<String> types = new ArrayList<>();
            schema.path("type").forEach(type -> types.add(type.asString()));
            if (there.isNull() || (there.isMissingNode() && types.contains("null"))) {
                return MAKE.nullNode();
            }
            if (!there.isMissingNode()
                    && there.isArray() == schema.path("type").asString("").equals("array")) {
                return there;
            }
            if (schema.has("enum")) {
                return schema.path("enum").path(0);
            }
            return switch (schema.path("type").asString("object")) {
                case "array" -> MAKE.arrayNode().add(example(schema.path("items"), MAKE.missingNode(), depth + 1));
                case "integer", "number" -> MAKE.numberNode(1);
                case "boolean" -> MAKE.booleanNode(false);
                case "string" ->
                    MAKE.stringNode(
                            schema.path("format").asString("").equals("uuid")
                                    ? UUID.randomUUID().toString()
                                    : "a");
                default -> MAKE.objectNode();
            };
        }

        /** Forms name by their ids what views show whole. */
        private static JsonNode part(JsonNode there, String name) {
            if (!name.endsWith("Ids") || there.has(name)) {
                return there.path(name);
            }
            ArrayNode ids = MAKE.arrayNode();
            there.path(name.substring(0, name.length() - 3) + "s").forEach(thing -> ids.add(thing.path("id")));
            return ids;
        }

        /** One of a list, under a name that is free. */
        private JsonNode another(String list) {
            JsonNode first = desk.get(list + "/"
                            + desk.get(list).json().path(0).path("id").asString())
                    .json();
            ObjectNode copy = (ObjectNode) first.deepCopy();
            copy.put("name", "Another " + asked);
            if (copy.has("login")) {
                copy.put("login", "another." + asked);
            }
            return copy;
        }

        private void send(String address, JsonNode body, String what) {
            asked++;
            Browser.Answer answer = who.ask(method, address, body);
            boolean refused = answer.status() >= 400;
            boolean explained = !answer.get("code").isEmpty()
                    && !answer.get("remedy").isEmpty()
                    && !answer.text().matches("(?s).*(Exception|java\\.|inky\\.courier\\.|org\\.[a-z]).*");
            if (refused && (answer.status() == 500 || !explained)) {
                fallen.add(name + " " + what + " -> " + answer.status() + " "
                        + answer.text().substring(0, Math.min(200, answer.text().length())));
            }
        }
    }

    /** A place in a body. */
    private record Place(String pointer) {
        JsonNode with(JsonNode body, JsonNode value) {
            JsonNode copy = body.deepCopy();
            JsonNode parent = copy.at(pointer.substring(0, pointer.lastIndexOf('/')));
            String last = pointer.substring(pointer.lastIndexOf('/') + 1);
            if (parent instanceof ArrayNode array) {
                array.set(Integer.parseInt(last), value);
            } else {
                ((ObjectNode) parent).set(last, value);
            }
            return copy;
        }

        JsonNode without(JsonNode body) {
            JsonNode copy = body.deepCopy();
            JsonNode parent = copy.at(pointer.substring(0, pointer.lastIndexOf('/')));
            String last = pointer.substring(pointer.lastIndexOf('/') + 1);
            if (parent instanceof ArrayNode array) {
                array.remove(Integer.parseInt(last));
            } else {
                ((ObjectNode) parent).remove(last);
            }
            return copy;
        }
    }

    private static void places(JsonNode node, String pointer, Consumer<Place> each) {
        if (node instanceof ObjectNode object) {
            object.properties().forEach(property -> {
                String below = pointer + "/" + property.getKey();
                each.accept(new Place(below));
                places(property.getValue(), below, each);
            });
        } else if (node instanceof ArrayNode array) {
            // One entry tells for all.
            for (int i = 0; i < Math.min(1, array.size()); i++) {
                each.accept(new Place(pointer + "/" + i));
                places(array.get(i), pointer + "/" + i, each);
            }
        }
    }

    private static String shown(JsonNode value) {
        String text = value.toString();
        return text.length() > 40 ? text.substring(0, 40) + "... (" + text.length() + ")" : text;
    }
}

package inky.courier.demo;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.setup.SetUp;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.sql.DataSource;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** The large office at a hundredth of its size: what is found beside a plain walk over all rows, and what each view asks. */
@Tag("long")
class LargeOfficeTest {
    private static final int DELIVERIES = 30_000;

    private static Courier courier;
    private static Office office;
    private static JdbcClient jdbc;

    @BeforeAll
    static void open() throws Exception {
        courier = Courier.start();
        office = Office.ready(courier);
        for (String desk : List.of("berths", "cargo")) {
            office.desk
                    .post(
                            "/api/destinations",
                            Map.of(
                                    "name",
                                    desk,
                                    "kind",
                                    "MAIL_FIXED",
                                    "routeId",
                                    office.serverId,
                                    "settings",
                                    Map.of("recipients", List.of(desk + "@wherrymoor.example"))))
                    .ok();
        }
        jdbc = courier.bean(JdbcClient.class);
        new LargeOffice(courier.bean(DataSource.class), courier.bean(SetUp.class))
                .make(new LargeOffice.Size(40, 200, 30, 25, DELIVERIES, 1_000, 9));
    }

    @AfterAll
    static void close() {
        office.close();
        courier.close();
    }

    private static List<Long> numbers(String query) {
        List<Long> numbers = new ArrayList<>();
        JsonNode rows = office.desk
                .get("/api/deliveries?limit=200&" + query)
                .ok()
                .json()
                .path("rows");
        rows.forEach(row -> numbers.add(row.path("number").asLong()));
        return numbers;
    }

    private static List<Long> plain(String like, long number) {
        return jdbc.sql(
                        "select number from delivery where file_name ilike :like or person_name ilike :like or job_name ilike :like "
                                + "or number = :number order by number desc limit 200")
                .param("like", "%" + like + "%")
                .param("number", number)
                .query(Long.class)
                .list();
    }

    @Test
    void thereIsAsMuchAsWasAskedFor() {
        assertThat(jdbc.sql("select count(*) from delivery where state = 'ACCEPTED'")
                        .query(Integer.class)
                        .single())
                .isBetween(DELIVERIES * 99 / 100, DELIVERIES);
        assertThat(office.desk.get("/api/people").ok().json().path("total").asInt())
                .isEqualTo(200);
        assertThat(office.desk.get("/api/panels").ok().json().path("total").asInt())
                .isGreaterThan(30);
    }

    @ParameterizedTest
    @CsvSource({
        "people, person, id",
        "devices, device, id",
        "jobs, one_touch_job, id",
        "destinations, destination, id",
        "panels, device, deviceId"
    })
    void aListIsHandedOverInPartsEachRowOnce(String path, String table, String id) {
        Set<String> ids = new HashSet<>();
        JsonNode part;
        do {
            Browser.Answer answer = office.desk
                    .get("/api/" + path + "?count=30&sort=-" + (path.equals("panels") ? "device" : "name") + "&from="
                            + ids.size())
                    .ok();
            assertThat(answer.text().length()).isLessThan(200_000);
            part = answer.json();
            part.path("rows")
                    .forEach(row -> assertThat(ids.add(row.path(id).asString())).isTrue());
        } while (!part.path("rows").isEmpty());
        int all = jdbc.sql("select count(*) from " + table).query(Integer.class).single();
        assertThat(part.path("total").asInt()).isEqualTo(ids.size());
        assertThat(part.path("fitting").asInt()).isEqualTo(ids.size());
        if (path.equals("panels")) {
            assertThat(ids.size()).isBetween(30, all);
        } else {
            assertThat(ids).hasSize(all);
        }
        if (path.equals("people")) {
            assertThat(part.path("attention").asInt())
                    .isEqualTo(jdbc.sql("select count(*) from person where pin_index is null")
                            .query(Integer.class)
                            .single());
        }
        assertThat(office.desk.get("/api/" + path + "?sort=shoe").status()).isEqualTo(422);
        assertThat(office.desk.get("/api/" + path + "?from=x").status()).isEqualTo(400);
    }

    // Beside a walk over every row
    @ParameterizedTest
    @CsvSource({
        "permit 7, -1", // few
        "kj\u00f8lv, -1", // nearly all
        "0417, 417", // also a number
        "12345, 12345",
        "zzzz, -1",
        "\u00c1sa kj\u00f8lv 17 00, -1",
    })
    void theTextIsFoundWhereverItStands(String text, long number) {
        assertThat(numbers("text=" + URLEncoder.encode(text, StandardCharsets.UTF_8)))
                .isEqualTo(plain(text, number));
    }

    @ParameterizedTest
    @ValueSource(strings = {"100%", "a_b", "\\", "%%%"})
    void signsOfAPatternAreSigns(String text) {
        assertThat(numbers("text=" + URLEncoder.encode(text, StandardCharsets.UTF_8)))
                .isEmpty();
    }

    @Test
    void aNumberIsFoundAsOneSaysIt() {
        assertThat(numbers("text=D-23456")).contains(23456L);
        assertThat(numbers("text=d-23456")).contains(23456L);
    }

    @Test
    void pagesGoOnWhereTheLastOneEnded() {
        String text = "text=permit";
        List<Long> first = numbers(text);
        List<Long> second = numbers(text + "&before=" + first.get(first.size() - 1));
        assertThat(second).isNotEmpty().allMatch(n -> n < first.get(first.size() - 1));
        assertThat(jdbc.sql("select count(*) from delivery where job_name ilike '%permit%' and number >= ?")
                        .param(second.get(second.size() - 1))
                        .query(Integer.class)
                        .single())
                .isEqualTo(first.size() + second.size());
    }

    /** What is kept is read anew as soon as it has changed, by whoever changed it. */
    @Test
    void whatWasChangedIsSeenAtOnce() {
        for (int i = 0; i < 20; i++) {
            String name = "Renamed " + i;
            office.desk
                    .put(
                            "/api/settings",
                            Map.of("office", name, "keepAcceptedHours", 24, "keepOthersDays", 30, "address", ""))
                    .ok();
            String id = office.desk
                    .post("/api/names", Map.of("name", name, "template", "{job} " + i))
                    .ok()
                    .get("id");
            assertThat(office.desk.get("/api/names").ok().text()).contains(name);
            int before = office.desk
                    .get("/api/overview")
                    .ok()
                    .json()
                    .path("setUp")
                    .path(4)
                    .path("count")
                    .asInt();
            office.desk.delete("/api/names/" + id).ok();
            assertThat(office.desk.get("/api/names").ok().text()).doesNotContain(name + "\"");
            assertThat(office.desk
                            .get("/api/overview")
                            .ok()
                            .json()
                            .path("setUp")
                            .path(4)
                            .path("count")
                            .asInt())
                    .isEqualTo(before - 1);
        }
    }
}

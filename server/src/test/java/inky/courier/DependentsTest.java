package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import inky.courier.harness.Waiting;
import inky.courier.standins.PostOffice.Step;
import inky.courier.standins.Stack;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Who would notice that a thing stops: by what needs it in the set-up, and by what went through it last week. */
@Tag("long")
@ExtendWith(SharedOffice.class)
class DependentsTest {
    @AfterEach
    void behave(Office office) {
        office.post.behave();
        office.goesTo(office.destination("Mail to me"));
    }

    private static JsonNode chain(Office office, String what, String kind, String id) {
        return office.desk
                .get("/api/" + what + "?kind=" + kind + "&id=" + id)
                .ok()
                .json();
    }

    private static JsonNode column(JsonNode chain, String kind) {
        for (JsonNode column : chain.path("columns")) {
            if (column.path("kind").asString().equals(kind)) {
                return column;
            }
        }
        throw new AssertionError("no column of " + kind + " in " + chain);
    }

    private static JsonNode node(JsonNode chain, String kind, String id) {
        for (JsonNode node : column(chain, kind).path("nodes")) {
            if (node.path("id").asString().equals(id)) {
                return node;
            }
        }
        throw new AssertionError(id + " is not among the " + kind + " of " + chain);
    }

    private static List<String> joins(JsonNode chain) {
        List<String> joins = new ArrayList<>();
        chain.path("joins")
                .forEach(join -> joins.add(
                        join.path("from").asString() + ">" + join.path("to").asString()));
        return joins;
    }

    @Test
    void whatGoesThroughAMailServerIsCountedAlongItsWay(Office office) {
        String toMe = office.destination("Mail to me");
        JsonNode before = chain(office, "dependents", "MAIL_SERVER", office.serverId);
        int sent = node(before, "JOB", office.jobId).path("lastWeek").asInt();
        office.goesTo(toMe);
        String first = office.send(Stack.TIDE_TABLE);
        Waiting.until(() -> office.state(first).equals("ACCEPTED"), "it arrives");
        office.post.refuse(Step.MAIL, "421 4.3.2 Closing down");
        String second = office.send(Stack.TIDE_TABLE);
        Waiting.until(() -> office.state(second).equals("WAITING"), "it waits");

        JsonNode chain = chain(office, "dependents", "MAIL_SERVER", office.serverId);
        JsonNode job = node(chain, "JOB", office.jobId);
        assertThat(job.path("lastWeek").asInt()).isEqualTo(sent + 2);
        assertThat(job.path("waiting").asInt()).isPositive();
        assertThat(node(chain, "DESTINATION", toMe).path("waiting").asInt()).isPositive();
        assertThat(node(chain, "DEVICE", office.deviceId).path("lastWeek").asInt())
                .isGreaterThanOrEqualTo(2);
        assertThat(column(chain, "PERSON").path("there").asInt()).isPositive();
        assertThat(joins(chain))
                .contains(office.serverId + ">" + toMe, toMe + ">" + office.jobId, office.jobId + ">" + office.deviceId)
                .doesNotHaveDuplicates();
        assertThat(chain.path("stillWhole")).isEmpty();
        office.post.behave();
        office.act("TRY_AGAIN", second);
        Waiting.until(() -> office.state(second).equals("ACCEPTED"), "it goes");

        String stick = office.desk
                .post("/api/destinations", Map.of("name", "A stick", "kind", "USB", "settings", Map.of()))
                .ok()
                .get("id");
        office.goesTo(toMe, stick);
        assertThat(chain(office, "dependents", "MAIL_SERVER", office.serverId)
                        .path("stillWhole")
                        .toString())
                .contains("Berth permit");
    }

    @Test
    void whatAJobNeedsLeadsToItsMailServer(Office office) {
        JsonNode needs = chain(office, "needs", "JOB", office.jobId);
        String toMe = office.destination("Mail to me");
        assertThat(joins(needs)).contains(office.jobId + ">" + toMe, toMe + ">" + office.serverId);
        assertThat(node(needs, "MAIL_SERVER", office.serverId).path("name").asString())
                .isNotBlank();
        String unused = office.desk
                .post("/api/names", Map.of("name", "Nobody's", "template", "{date}"))
                .ok()
                .get("id");
        JsonNode alone = chain(office, "dependents", "NAME", unused);
        assertThat(column(alone, "JOB").path("there").asInt()).isZero();
        assertThat(alone.path("of").path("lastWeek").asInt()).isZero();
        assertThat(office.desk
                        .get("/api/dependents?kind=NAME&id=" + office.jobId)
                        .status())
                .isEqualTo(404);
        assertThat(office.desk
                        .get("/api/dependents?kind=TEAPOT&id=" + office.jobId)
                        .status())
                .isBetween(400, 422);
    }
}

package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.Browser;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.StatementCount;
import inky.courier.standins.Stack;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Opening a panel asks the database a handful of things, however many jobs are on it. */
@Tag("long")
class PanelStatementsTest {
    /** Of four requests together: the panel, the sign-in with its throttling and log, the jobs, the sign-out. */
    private static final int A_HANDFUL = 32;

    @Test
    void aPanelWithManyJobsAsksNoMoreThanOneWithOne() throws Exception {
        StatementCount count = new StatementCount();
        try (Courier courier = Courier.start(count);
                Office office = Office.ready(courier)) {
            int one = fewest(count, () -> open(office));
            Map<String, Object> job = Map.of(
                    "icon",
                    "letter",
                    "profileId",
                    office.desk.get("/api/jobs/" + office.jobId).get("profileId"),
                    "templateId",
                    office.desk.get("/api/jobs/" + office.jobId).get("templateId"),
                    "destinationIds",
                    List.of(office.destination("Mail to me")),
                    "subject",
                    "{job}",
                    "body",
                    "");
            List<Map<String, Object>> places = new ArrayList<>(List.of(Map.of("place", 1, "jobId", office.jobId)));
            for (int place = 2; place <= 5; place++) {
                Map<String, Object> form = new java.util.HashMap<>(job);
                form.put("name", "Job " + place);
                places.add(Map.of(
                        "place",
                        place,
                        "jobId",
                        office.desk.post("/api/jobs", form).ok().get("id")));
            }
            office.desk
                    .put("/api/panels/" + office.deviceId, Map.of("places", places))
                    .ok();
            assertThat(open(office)).isEqualTo(5);
            int many = fewest(count, () -> open(office));
            assertThat(many).isEqualTo(one).isLessThanOrEqualTo(A_HANDFUL);
            Browser person = office.guest();
            String scan = office.scan(person, Stack.CARGO_MANIFEST);
            int oneFile = fewest(count, () -> plan(office, person, scan, 1));
            for (int page = 2; page <= 4; page++) {
                office.edit(person, scan, page, "SPLIT").ok();
            }
            assertThat(fewest(count, () -> plan(office, person, scan, 4)))
                    .as("files that are only foreseen")
                    .isEqualTo(oneFile);
        }
    }

    /** Of several times: what is kept in memory is read anew now and then, when a notice of a change comes in. */
    private static int fewest(StatementCount count, Runnable asking) {
        return IntStream.range(0, 6).map(i -> count.during(asking)).min().orElseThrow();
    }

    private static void plan(Office office, Browser person, String scan, int files) {
        assertThat(person.post(office.panel("/scans/" + scan + "/plan"), Map.of())
                        .ok()
                        .json()
                        .path("files"))
                .hasSize(files);
    }

    /** As the interface opens it. @return how many jobs it shows */
    private static int open(Office office) {
        Browser browser = new Browser(office.host.uri());
        browser.get(office.panel("")).ok();
        browser.post(office.panel("/session"), Map.of("pin", office.pin)).ok();
        int jobs = browser.get(office.panel("/jobs")).ok().json().size();
        browser.delete(office.panel("/session")).ok();
        return jobs;
    }
}

package inky.courier.naming;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.naming.CounterScope;
import inky.courier.core.naming.CounterScope.Per;
import inky.courier.core.naming.CounterScope.Period;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.SharedOffice;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

@ExtendWith(SharedOffice.class)
class NamesTest {
    private static final CounterScope PER_JOB_AND_MONTH = new CounterScope(Per.JOB, Period.MONTH);

    private static Counters.Of scan(UUID job) {
        return new Counters.Of(LocalDate.of(2026, 11, 28), job, UUID.randomUUID(), UUID.randomUUID(), "Linnet Pier");
    }

    /** Fifty scans at once; every fifth dies before it has its name. */
    @Test
    void noNumberIsGivenTwiceAndNoneIsLostWithAScanThatDies(Office office) throws Exception {
        Counters counters = office.bean(Counters.class);
        TransactionTemplate transactions = office.bean(TransactionTemplate.class);
        UUID job = UUID.randomUUID();
        ExecutorService threads = Executors.newFixedThreadPool(10);
        List<Callable<Optional<Long>>> scans = IntStream.range(0, 50)
                .<Callable<Optional<Long>>>mapToObj(i -> () -> transactions.execute(status -> {
                    long number = counters.of(scan(job), 0).next(PER_JOB_AND_MONTH);
                    if (i % 5 == 0) {
                        status.setRollbackOnly();
                        return Optional.empty();
                    }
                    return Optional.of(number);
                }))
                .toList();
        List<Long> given = new ArrayList<>();
        for (Future<Optional<Long>> one : threads.invokeAll(scans)) {
            one.get().ifPresent(given::add);
        }
        threads.shutdown();
        assertThat(given)
                .containsExactlyInAnyOrderElementsOf(
                        LongStream.rangeClosed(1, 40).boxed().toList());
    }

    @Test
    void anAdministratorSeesWhereCountersAreAndSaysWhereTheyGoOn(Office office) {
        Counters counters = office.bean(Counters.class);
        TransactionTemplate transactions = office.bean(TransactionTemplate.class);
        UUID job = UUID.fromString(office.jobId);
        CounterScope ever = new CounterScope(Per.JOB, Period.EVER);
        transactions.execute(status -> counters.of(scan(job), 0).next(ever));
        JsonNode shown = office.desk.get("/api/counters?find=berth").ok().json().path("counters");
        assertThat(shown).hasSize(1);
        assertThat(shown.path(0).path("words").asString()).isEqualTo("Job Berth permit");
        String scope = shown.path(0).path("scope").asString();
        assertThat(office.desk
                        .put("/api/counters", Map.of("scope", scope, "last", 4711))
                        .ok()
                        .json()
                        .path("last")
                        .asLong())
                .isEqualTo(4711);
        assertThat((Long)
                        transactions.execute(status -> counters.of(scan(job), 0).next(ever)))
                .isEqualTo(4712);
        assertThat(office.desk
                        .put("/api/counters", Map.of("scope", "job:nobody", "last", 1))
                        .status())
                .isEqualTo(404);
        Browser.Answer refused = office.desk.put("/api/counters", Map.of("scope", scope, "last", -1));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.get("code")).isEqualTo("counter.number");
        assertThat(office.desk.get("/api/changes").ok().text()).contains("Job Berth permit");
    }

    @Test
    void aTemplateIsShownAsEachDestinationInUseGetsIt(Office office) {
        String id = office.desk.get("/api/jobs/" + office.jobId).get("templateId");
        JsonNode kept = office.desk
                .post("/api/names/preview", Map.of("id", id, "template", "{job} {time:HHmm}"))
                .ok()
                .json();
        assertThat(kept.path("columns")).hasSize(1);
        JsonNode column = kept.path("columns").path(0);
        assertThat(column.path("destinations").toString()).contains("Mail to me");
        assertThat(column.path("likely").asBoolean()).isTrue();
        assertThat(column.path("verdict").asString())
                .isEqualTo(
                        "Two scans can get the same name: one person, within one minute. Both are named Job A 1042.pdf.");
        JsonNode fresh = office.desk
                .post("/api/names/preview", Map.of("template", "{person.mail, else \"nobody\", first 6}"))
                .ok()
                .json();
        assertThat(fresh.path("columns")).hasSize(3);
        assertThat(fresh.path("situations")).hasSize(5);
        assertThat(fresh.path("situations")
                        .path(3)
                        .path("names")
                        .path(0)
                        .path("name")
                        .asString())
                .isEqualTo("nobody.pdf");
    }
}

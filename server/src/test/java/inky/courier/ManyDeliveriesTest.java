package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.delivery.Sweeper;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.TestDatabase;
import inky.courier.harness.Waiting;
import inky.courier.standins.FileHouse;
import inky.courier.standins.Stack;
import io.micrometer.core.instrument.MeterRegistry;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Two instances on one database, ten destinations, and far sides that refuse one try in twenty. */
@Tag("long")
class ManyDeliveriesTest {
    private static final int EACH = 200;
    private static final double FAULTS = 0.05;

    @Test
    void twoThousandDeliveriesAllArriveNoneIsDoubledAndNoneIsLost() throws Exception {
        Path key = Files.createTempDirectory("many").resolve("key");
        TestDatabase database = TestDatabase.create();
        Map<String, Object> same = Map.of("courier.key-file", key);
        try (FileHouse house = Office.fileHouse("127.40.9.9");
                Courier first = Courier.start(database, same);
                Office office = Office.ready(first);
                Courier second = Courier.start(database, same)) {
            assertThat(second.uri()).isNotEqualTo(first.uri());
            String template = office.send(Stack.TIDE_TABLE);
            Waiting.until(() -> office.state(template).equals("ACCEPTED"), "the one to copy has arrived");
            int lettersBefore = office.post.mailbox().letters().size();
            house.sometimesRefuse(FAULTS, 77);
            office.post.sometimesRefuse(FAULTS, 78);
            JdbcClient jdbc = first.bean(JdbcClient.class);
            for (int i = 0; i < 8; i++) {
                // Each handshake of SFTP takes both cores a third of a second.
                boolean ftp = i % 4 != 0;
                int port = ftp ? house.ftpPort() : house.sftpPort();
                String folder = office.folder(ftp ? "FTP" : "SFTP", "127.40.9.9", port, "many/" + i);
                copy(jdbc, template, ftp ? "FTP" : "SFTP", folder, i);
            }
            copy(jdbc, template, "MAIL_FIXED", office.serverId, 8);
            copy(jdbc, template, "MAIL_FIXED", office.serverId, 9);

            Waiting.until(() -> open(jdbc) == 0 || letTimePass(jdbc), "all have arrived", Duration.ofMinutes(15));
            try (Stream<Path> found = Files.walk(house.files())) {
                List<String> names = found.filter(Files::isRegularFile)
                        .map(file -> file.getFileName().toString())
                        .toList();
                assertThat(names).hasSize(8 * EACH);
                assertThat(new HashSet<>(names)).as("each its own").hasSize(8 * EACH);
                assertThat(names).noneMatch(name -> name.endsWith(".part"));
            }
            assertThat(office.post.mailbox().letters()).hasSize(lettersBefore + 2 * EACH);
            assertThat(count(jdbc, "select sum(tries) from leg"))
                    .as("some were refused once")
                    .isGreaterThan(10 * EACH * 102 / 100);
            assertThat(first.bean(Sweeper.class).sweep()
                            + count(first, "sweeper.mended")
                            + count(second, "sweeper.mended"))
                    .as("nothing was ever without a task")
                    .isZero();
            assertThat(count(first, "tasks.failed") + count(second, "tasks.failed"))
                    .as("nobody was in anybody's way")
                    .isZero();
            assertThat(count(jdbc, "select count(*) from leg where possibly_twice"))
                    .as("nothing had to be guessed")
                    .isZero();
        }
    }

    private static int count(Courier instance, String what) {
        return (int)
                instance.bean(MeterRegistry.class).counter("courier." + what).count();
    }

    /** Once only those are left that wait for their next try, they need not wait for minutes. @return false */
    private static boolean letTimePass(JdbcClient jdbc) {
        if (open(jdbc) < EACH) {
            // Those that an instance has in its hands at this moment are left alone.
            jdbc.sql(
                            "update leg set next_try_at = now() where id in "
                                    + "(select id from leg where state = 'WAITING' and next_try_at > now() for update skip locked)")
                    .update();
            jdbc.sql("update scheduled_tasks set execution_time = now() where (task_name, task_instance) in "
                            + "(select task_name, task_instance from scheduled_tasks where not picked and execution_time > now() "
                            + "and task_name in ('serve-route', 'ask-route') for update skip locked)")
                    .update();
        }
        return false;
    }

    private static int open(JdbcClient jdbc) {
        return count(jdbc, "select count(*) from leg where state <> 'ACCEPTED'");
    }

    private static int count(JdbcClient jdbc, String sql) {
        return jdbc.sql(sql).query(Integer.class).single();
    }

    /** The same small file again and again, each as a delivery of somebody else, named and due now. */
    private static void copy(JdbcClient jdbc, String template, String kind, String route, int batch) {
        jdbc.sql("""
                        with w as (
                            select gen_random_uuid() as delivery, gen_random_uuid() as leg, gen_random_uuid() as person, n
                            from generate_series(1, :each) n),
                        d as (
                            insert into delivery (id, version, number, scan_id, device_id, device_name, place, person_id,
                                person_name, person_login, person_email, job_id, job_name, job_icon, job_snapshot,
                                profile_words, pages, state, trouble, scan_began_at, scanned_at, made_ready_at, named_at,
                                file_name, file_bytes, wanted_revision, made_revision)
                            select w.delivery, 0, 100000 + :batch * 1000 + w.n, null, t.device_id, t.device_name, t.place,
                                w.person, t.person_name, t.person_login, t.person_email, t.job_id, t.job_name, t.job_icon,
                                t.job_snapshot, t.profile_words, t.pages, 'MOVING', '', t.scan_began_at, t.scanned_at,
                                t.made_ready_at, t.named_at, t.file_name, t.file_bytes, 1, 1
                            from w, delivery t where t.id = :template),
                        f as (
                            insert into delivery_file (delivery_id, position, name, content_id, media_type, bytes, pages, part, kind)
                            select w.delivery, 0, 'scan ' || :batch || ' ' || w.n || '.pdf', f.content_id, f.media_type,
                                f.bytes, f.pages, f.part, f.kind
                            from w, delivery_file f where f.delivery_id = :template),
                        l as (
                            insert into leg (id, version, delivery_id, position, kind, route_id, route_name, label, recipients,
                                message_id, state, cause, sentence, remedy, reply, tries, first_try_at, next_try_at, possibly_twice, sent_bytes, turn,
                                in_order_of)
                            select w.leg, 0, w.delivery, 0, :kind, :route, 'Route', 'Route', '["berths@wherrymoor.example"]',
                                '<' || w.leg || '@courier.invalid>', 'WAITING', '', '', '', '', 0, now(), now(), false, 0,
                                100000 + :batch * 1000 + w.n, case when :kind like 'MAIL%' then null else w.person end from w)
                        insert into scheduled_tasks (task_name, task_instance, execution_time, picked, version)
                        select 'serve-route', :route || '/0', now(), false, 1 on conflict do nothing""")
                .param("each", EACH)
                .param("batch", batch)
                .param("template", UUID.fromString(template))
                .param("kind", kind)
                .param("route", UUID.fromString(route))
                .update();
    }
}

package inky.courier.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import inky.courier.connection.ProbeReport;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.delivery.Departure;
import inky.courier.core.delivery.Keeping;
import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.Making;
import inky.courier.core.delivery.RouteHealth;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.mail.MailCause;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameValues;
import inky.courier.core.transfer.Sidecar;
import inky.courier.core.transfer.TransferCause;
import inky.courier.delivery.FileMaking.CannotBeMade;
import inky.courier.delivery.FileMaking.Made;
import inky.courier.delivery.MemoryEngine.TaskKey;
import inky.courier.destination.Connector;
import inky.courier.destination.Consignment;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import inky.courier.live.Live;
import inky.courier.queue.Queue.Lane;
import inky.courier.scan.PageEditForm;
import inky.courier.scan.ScanPages;
import inky.courier.scan.ScanService;
import inky.courier.web.Refusal;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.slf4j.LoggerFactory;

/**
 * The engine as it is, in memory, through ten thousand histories: people hold, release, stop, try again and change pages;
 * far sides refuse, fall silent and come back; instances die at any moment; days pass. Beside it a plain model notes what
 * each far side has. Nothing that was confirmed is lost, nothing is there twice where the protocol can tell, nothing goes
 * without its files or with old ones, nothing waits for ever, and nothing is ever without a task.
 */
class EngineHistoriesTest {
    private static final int HISTORIES = Integer.getInteger("histories", 10_000);
    private static final int AT_ONCE = 250;
    private static final Live LIVE = mock(Live.class);

    private static final Logger ENGINE = (Logger) LoggerFactory.getLogger("inky.courier.delivery");

    /** What goes wrong here goes wrong on purpose, some hundred thousand times. */
    @BeforeAll
    static void beQuiet() {
        ENGINE.setLevel(Level.OFF);
    }

    @AfterAll
    static void speakAgain() {
        ENGINE.setLevel(null);
    }

    /** An instance dies. */
    private static final class Killed extends Error {
        Killed() {
            super("killed", null, false, false);
        }
    }

    static Stream<Integer> batches() {
        return IntStream.range(0, HISTORIES / AT_ONCE).boxed();
    }

    @ParameterizedTest
    @MethodSource("batches")
    void whateverHappensNothingIsLostDoubledOldOrForgotten(int batch) throws Exception {
        for (int i = 0; i < AT_ONCE; i++) {
            int seed = batch * AT_ONCE + i;
            try {
                new History(seed).run();
            } catch (AssertionError | RuntimeException e) {
                throw new AssertionError("history " + seed, e);
            }
        }
    }

    /** What a far side has got: the model, which knows nothing of states. */
    private record Received(UUID leg, String address, int edition) {}

    private static final class History {
        private final Random random;
        private final MemoryEngine memory = new MemoryEngine();
        private final List<Received> received = new ArrayList<>();
        private final Map<UUID, Set<String>> doubtful = new HashMap<>();
        private final Set<UUID> confirmed = new HashSet<>();
        private final UUID mailRoute;
        private final UUID folderRoute;
        private final UUID person;
        private final Sending sending;
        private final Preparation preparation;
        private final PausedRoutes pausedRoutes;
        private final Releasing releasing;
        private final Retention retention;
        private final Deliveries deliveries;
        private final ByHand byHand;
        private boolean calm;
        private int depth;
        private int numbers;

        History(int seed) {
            random = new Random(900_000L + seed);
            mailRoute = id();
            folderRoute = id();
            person = id();
            Clerks clerks = (kind, route) -> kind.isMail() ? 2 : 1;
            Notices notices = new Notices(null, null, null, memory.clock);
            deliveries = new Deliveries(memory, memory, memory, notices, LIVE, clerks, memory.clock);
            Routes routes = new Routes(memory, memory, memory.clock, random);
            Contents contents = new Contents() {
                @Override
                public Departure departure(Delivery d) {
                    int files = memory.files(d.id).isPresent() ? 1 : 0;
                    return Departure.of(d.making(), d.contentsRemovedAt != null, Math.max(1, files), files);
                }

                @Override
                public void remove(Delivery d) {
                    memory.removeContents(d.id);
                }
            };
            sending = new Sending(
                    memory,
                    deliveries,
                    memory,
                    kind -> new FarSide(),
                    clerks,
                    contents,
                    this::pack,
                    memory,
                    routes,
                    new Arrivals(memory, memory, routes, random),
                    memory.clock,
                    random);
            preparation = new Preparation(memory, deliveries, this::make, random);
            pausedRoutes = new PausedRoutes(memory, routes, kind -> new FarSide());
            releasing = new Releasing(memory, memory, routes, clerks, memory.clock);
            ScanService scans = mock(ScanService.class);
            doAnswer(call -> {
                        memory.deliveries()
                                .filter(d -> d.scanId.equals(call.getArgument(0)))
                                .forEach(d -> memory.changePages(d.id));
                        return null;
                    })
                    .when(scans)
                    .editSent(org.mockito.ArgumentMatchers.any(), org.mockito.ArgumentMatchers.any());
            retention = new Retention(null, deliveries, scans, contents, List.of(), null, null, memory.clock);
            byHand = new ByHand(deliveries, null, null, routes, memory, scans, mock(ScanPages.class), null);
        }

        private UUID id() {
            return new UUID(random.nextLong(), random.nextLong());
        }

        void run() {
            int acts = 8 + random.nextInt(30);
            for (int i = 0; i < acts; i++) {
                act();
                nothingWithoutATask();
            }
            calmDown();
            verify();
        }

        // ---- what happens

        private void act() {
            int what = random.nextInt(10);
            if (what == 0 && numbers < 4 || numbers == 0) {
                begin();
            } else if (what < 4) {
                byHand();
            } else if (what < 8) {
                runTasks();
            } else if (what == 8) {
                memory.clock.at = memory.clock.at.plus(Duration.ofSeconds(1 + random.nextInt(90)));
            } else {
                memory.clock.at = memory.nextTask()
                        .filter(at -> at.isAfter(memory.clock.at))
                        .orElse(memory.clock.at.plus(Duration.ofHours(random.nextInt(60))));
            }
            if (random.nextInt(12) == 0) {
                keepNoLongerThan(new Keeping(Duration.ofHours(1), Keeping.LEAST_OTHERS));
            }
        }

        private void keepNoLongerThan(Keeping keeping) {
            memory.deliveries().map(d -> d.id).toList().forEach(id -> retention.removeIfOver(id, keeping));
        }

        private void begin() {
            Delivery d = new Delivery();
            d.id = id();
            d.number = ++numbers;
            d.scanId = id();
            d.personId = person;
            d.jobSnapshot = "{\"template\":\"\",\"subject\":\"\",\"body\":\"\",\"notifyWhen\":\"ALWAYS\"}";
            d.scannedAt = memory.clock.at;
            d.making(Making.first(memory.clock.at));
            if (random.nextInt(3) > 0) {
                d.legs.add(leg(d, DestinationKind.MAIL_FIXED, mailRoute, "[\"a@b.example\",\"c@d.example\"]"));
            }
            if (d.legs.isEmpty() || random.nextBoolean()) {
                d.legs.add(leg(d, DestinationKind.SFTP, folderRoute, "[]"));
            }
            try {
                deliveries.begin(d, Message.text("Scanned."));
                confirmed.add(d.id);
            } catch (Killed e) {
                // The person was not told that it is safe, and it is not there.
            }
        }

        private Leg leg(Delivery d, DestinationKind kind, UUID route, String recipients) {
            Leg leg = new Leg();
            leg.id = id();
            leg.position = d.legs.size();
            leg.kind = kind;
            leg.routeId = route;
            leg.routeName = "route";
            leg.label = "label";
            leg.recipients = recipients;
            leg.turn = d.number;
            leg.inOrderOf = kind.isMail() ? null : person;
            return leg;
        }

        private static final PageEditForm BROUGHT_BACK =
                new PageEditForm(PageEditForm.Action.BRING_BACK, new UUID(0, 1), null, null, null, null);

        private void byHand() {
            List<Delivery> all = memory.deliveries().toList();
            UUID id = all.get(random.nextInt(all.size())).id;
            ByHand.Action[] actions = {
                ByHand.Action.HOLD, ByHand.Action.RELEASE, ByHand.Action.TRY_AGAIN, ByHand.Action.STOP
            };
            try {
                if (random.nextInt(3) == 0) {
                    byHand.edit(id, BROUGHT_BACK);
                    return;
                }
                // To stop one is rarer than all else, or nothing would be left to happen.
                ByHand.Action action = actions[random.nextInt(random.nextInt(4) == 0 ? 4 : 3)];
                byHand.carryOut(new ByHand.Order(action, List.of(id), null, null, null, "", null));
            } catch (Refusal e) {
                // Not possible just now, as the person is told.
            }
        }

        /** Some of the tasks whose time has come, each as if by another instance. */
        private void runTasks() {
            List<TaskKey> due = memory.dueTasks();
            if (!due.isEmpty() && depth < 3) {
                runTask(due.get(random.nextInt(due.size())));
            }
        }

        private void runTask(TaskKey key) {
            memory.begins(key);
            depth++;
            try {
                switch (key.name()) {
                    case "make" -> {
                        preparation.prepare(key.of());
                        memory.ends(key, () -> preparation.due(key.of()));
                    }
                    case "serve" -> serve(key);
                    case "ask" -> {
                        pausedRoutes.ask(key.of());
                        memory.ends(key, () -> routeQuestion(key.of()));
                    }
                    case "release" -> {
                        releasing.release(key.of());
                        memory.ends(key, Optional::empty);
                    }
                    default -> memory.ends(key, Optional::empty);
                }
            } catch (Killed e) {
                memory.dies(key, memory.clock.at.plusSeconds(40));
            } finally {
                depth--;
            }
        }

        private void serve(TaskKey key) {
            Lane lane = new Lane(key.of(), key.lane());
            sending.serve(lane);
            memory.ends(key, () -> sending.due(lane));
        }

        private Optional<Instant> routeQuestion(UUID route) {
            return memory.find(route)
                    .filter(known -> known.health() instanceof RouteHealth.Paused)
                    .map(known -> ((RouteHealth.Paused) known.health()).nextQuestion());
        }

        /** While something takes its time, anything may happen, also the end of the instance. */
        private void meanwhile() {
            if (calm) {
                return;
            }
            for (int i = random.nextInt(3); i > 0; i--) {
                if (random.nextBoolean()) {
                    byHand();
                } else {
                    runTasks();
                }
            }
            if (random.nextInt(3) == 0) {
                keepNoLongerThan(new Keeping(Duration.ZERO, Duration.ZERO));
            }
            if (random.nextInt(12) == 0) {
                throw new Killed();
            }
        }

        // ---- files

        private Made make(Delivery delivery) throws IOException, CannotBeMade {
            int edition = memory.pages(delivery.id);
            meanwhile();
            if (!calm && random.nextInt(8) == 0) {
                throw new IOException("no room");
            }
            if (!calm && random.nextInt(30) == 0) {
                throw new CannotBeMade(Message.text("a page cannot be read."), null);
            }
            if (!calm && random.nextInt(30) == 0) {
                throw new OutOfMemoryError("a page too many");
            }
            return new Made() {
                @Override
                public Set<String> kinds() {
                    return Set.of("DOCUMENT");
                }

                @Override
                public void keep(Change change) {
                    memory.keepFiles(delivery.id, edition);
                }

                @Override
                public void keepReports(Delivery d) {}

                @Override
                public void close() {}
            };
        }

        private Consignment pack(Delivery d, Leg leg) {
            int edition = memory.files(d.id).orElseThrow(() -> new AssertionError("it is packed without its files"));
            assertThat(edition).as("what goes is of the pages as they are").isEqualTo(memory.pages(d.id));
            List<String> recipients = leg.kind.isMail() ? List.of("a@b.example", "c@d.example") : List.of();
            return new Consignment(
                    leg.id,
                    d.id,
                    leg.kind,
                    leg.routeId,
                    leg.routeId,
                    recipients,
                    List.of(),
                    "",
                    Optional.empty(),
                    new Consignment.Sender(person, "", ""),
                    person,
                    "",
                    "",
                    WhenTooLarge.REFUSE,
                    false,
                    List.of(new Consignment.FileToSend(
                            "edition " + edition, "", 1, 1, "", () -> new ByteArrayInputStream(new byte[1]))),
                    new NameValues(
                            d.scannedAt.atZone(ZoneOffset.UTC),
                            new NameValues.Person("", "", ""),
                            new NameValues.Device("", ""),
                            new NameValues.Job("", ""),
                            new NameValues.Contents(1, "", "", "", 1, 1),
                            NameValues.Numbers.fixed(1, 0)),
                    new Sidecar(1, d.scannedAt, "", "", "", "", "", 1, Map.of(), List.of()),
                    "",
                    d.scannedAt,
                    memory.of(leg.id),
                    Recipients.read(leg.recipientOutcomes),
                    false);
        }

        // ---- far sides

        private final class FarSide implements Connector {
            @Override
            public Set<DestinationKind> kinds() {
                return Set.of();
            }

            @Override
            public Optional<Route> route(UUID id) {
                return Optional.empty();
            }

            @Override
            public ProbeReport ask(UUID routeId) {
                meanwhile();
                boolean passed = calm || random.nextBoolean();
                return new ProbeReport(
                        memory.clock.at,
                        passed,
                        List.of(),
                        passed ? null : ConnectionCause.NOT_REACHED.name(),
                        Message.none(),
                        Message.none(),
                        null,
                        0,
                        List.of());
            }

            @Override
            public Outcome deliver(Consignment c, Progress progress) {
                int edition = Integer.parseInt(c.files().get(0).name().substring("edition ".length()));
                meanwhile();
                assertThat(memory.isRemoved(c.deliveryId()))
                        .as("contents that are on their way are not removed")
                        .isFalse();
                return c.kind().isMail() ? mail(c, edition, progress) : folder(c, edition, progress);
            }

            private Outcome mail(Consignment c, int edition, Progress progress) {
                if (!calm && random.nextInt(4) == 0) {
                    return refused(MailCause.SIGN_IN_REFUSED, MailCause.TRY_LATER, MailCause.RECIPIENT_UNKNOWN);
                }
                List<Outcome.Recipient> outcomes = new ArrayList<>();
                for (String address : c.recipients()) {
                    boolean has = c.before().stream().anyMatch(r -> r.address().equals(address) && r.accepted());
                    if (!has) {
                        boolean taken = calm || random.nextInt(4) > 0;
                        outcomes.add(new Outcome.Recipient(
                                address, "", taken, taken ? Message.none() : Message.text("Later."), ""));
                    }
                }
                progress.handingOver();
                outcomes.stream()
                        .filter(Outcome.Recipient::accepted)
                        .forEach(r -> received.add(new Received(c.legId(), r.address(), edition)));
                // From here on only the answer tells the engine that they have it.
                try {
                    meanwhile();
                } catch (Killed e) {
                    outcomes.forEach(r -> doubtful.computeIfAbsent(c.legId(), l -> new HashSet<>())
                            .add(r.address()));
                    throw e;
                }
                if (!calm && random.nextInt(10) == 0) {
                    outcomes.forEach(r -> doubtful.computeIfAbsent(c.legId(), l -> new HashSet<>())
                            .add(r.address()));
                    return new Outcome.Unknown(Setback.of(ConnectionCause.LINE_LOST, ""), List.of());
                }
                boolean all = outcomes.stream().allMatch(Outcome.Recipient::accepted);
                return all
                        ? new Outcome.Accepted("250", Message.none(), 1, false, outcomes)
                        : new Outcome.NotAccepted(
                                Setback.of(MailCause.TRY_LATER, "450").ofThisOne(), outcomes);
            }

            /** A folder can be asked: what lies there under the noted name is not sent again. */
            private Outcome folder(Consignment c, int edition, Progress progress) {
                if (!calm && random.nextInt(4) == 0) {
                    return refused(
                            TransferCause.SIGN_IN_REFUSED, TransferCause.NOT_ALLOWED_TO_WRITE, TransferCause.BUSY);
                }
                String name = c.claimed().getOrDefault(0, "scan " + c.legId());
                boolean there =
                        c.claimed().containsKey(0) && received.contains(new Received(c.legId(), "folder", edition));
                if (!there) {
                    progress.claim("folder", 0, name);
                    progress.handingOver();
                    received.add(new Received(c.legId(), "folder", edition));
                    meanwhile();
                }
                return new Outcome.Accepted("", Message.none(), 1, true, List.of());
            }

            private Outcome refused(inky.courier.core.delivery.Cause... causes) {
                return new Outcome.NotAccepted(Setback.of(causes[random.nextInt(causes.length)], ""));
            }
        }

        // ---- what must hold

        /** As the sweeper sees it, after every act: whatever is due has a task. */
        private void nothingWithoutATask() {
            memory.deliveries().forEach(d -> {
                if (d.makingDue().isPresent()) {
                    assertThat(memory.has("make", d.id)).as("files are made").isTrue();
                }
                for (Leg leg : d.legs) {
                    boolean goes = leg.phase == LegPhase.WAITING && d.making().isReady();
                    assertThat(leg.nextTryAt != null).as("it has a time").isEqualTo(goes);
                }
            });
            memory.routesWithWork(Instant.MAX)
                    .keySet()
                    .forEach(route -> assertThat(memory.has("serve", route))
                            .as("a clerk sees to it")
                            .isTrue());
            memory.paused()
                    .forEach(route -> assertThat(memory.has("ask", route)).isTrue());
        }

        /** From now on nobody dies, every far side takes everything, and time passes. */
        private void calmDown() {
            calm = true;
            Instant end = memory.clock.at.plus(Duration.ofDays(9));
            for (int i = 0; i < 10_000; i++) {
                List<TaskKey> due = memory.dueTasks();
                if (due.isEmpty()) {
                    Optional<Instant> next = memory.nextTask();
                    if (next.isEmpty() || next.get().isAfter(end)) {
                        return;
                    }
                    memory.clock.at = next.get();
                } else {
                    runTask(due.get(0));
                }
            }
            throw new AssertionError("tasks without end: " + memory.dueTasks());
        }

        private void verify() {
            assertThat(memory.deliveries().map(d -> d.id))
                    .as("nothing confirmed is lost")
                    .containsAll(confirmed);
            memory.deliveries().forEach(d -> d.legs.forEach(leg -> verify(d, leg)));
        }

        private void verify(Delivery d, Leg leg) {
            assertThat(leg.phase).as("nothing moves for ever").isNotEqualTo(LegPhase.MOVING);
            if (leg.phase == LegPhase.WAITING) {
                assertThat(d.making().isStopped() && !d.trouble.isEmpty())
                        .as("what waits does so because a person is asked to act")
                        .isTrue();
            }
            if (leg.phase == LegPhase.STOPPED) {
                assertThat(leg.cause).as("what has stopped says why").isNotEmpty();
            }
            Map<String, Long> count = new HashMap<>();
            received.stream().filter(r -> r.leg.equals(leg.id)).forEach(r -> count.merge(r.address, 1L, Long::sum));
            if (leg.phase == LegPhase.ACCEPTED) {
                List<String> wanted = leg.kind.isMail() ? List.of("a@b.example", "c@d.example") : List.of("folder");
                assertThat(count.keySet())
                        .as("what counts as accepted is there")
                        .containsAll(wanted);
            }
            Set<String> doubt = doubtful.getOrDefault(leg.id, Set.of());
            count.forEach((address, times) -> {
                if (!doubt.contains(address)) {
                    assertThat(times).as("once for " + address).isEqualTo(1);
                } else if (times > 1 && leg.phase == LegPhase.ACCEPTED) {
                    assertThat(leg.possiblyTwice)
                            .as("what may be there twice says so")
                            .isTrue();
                }
            });
        }
    }

    /** The histories do happen: among them are deaths, doubles that were told, pauses, and files made again. */
    @Test
    void theHistoriesReachWhatTheyAreFor() {
        Map<String, Integer> seen = new HashMap<>();
        for (int seed = 0; seed < 300; seed++) {
            History history = new History(seed);
            history.run();
            history.memory.steps().forEach(words -> seen.merge(words.replaceAll("[^A-Za-z ]", ""), 1, Integer::sum));
        }
        assertThat(seen.keySet().toString())
                .contains(
                        "Courier was stopped during the transfer",
                        "sends again with the same MessageID",
                        "checks whether the file has arrived",
                        "Waits with the others",
                        "the files are created again",
                        "has no space",
                        "Held by",
                        "Released by",
                        "Given up",
                        "Accepted for");
    }
}

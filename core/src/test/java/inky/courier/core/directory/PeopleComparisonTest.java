package inky.courier.core.directory;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.directory.PeopleComparison.Becomes;
import inky.courier.core.directory.PeopleComparison.Caution;
import inky.courier.core.directory.PeopleComparison.Found;
import inky.courier.core.directory.PeopleComparison.Known;
import inky.courier.core.directory.PeopleComparison.Step;
import inky.courier.core.message.Message;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

/** People by a directory, step by step, over offices and directories drawn by chance from few logins, so that they meet. */
class PeopleComparisonTest {
    private static final int PEOPLE = 12;

    private static List<String> groups(Random random) {
        return IntStream.range(0, 3)
                .filter(i -> random.nextInt(3) == 0)
                .mapToObj(i -> "Group " + i)
                .toList();
    }

    private static List<Found> directory(Random random) {
        List<Found> all = new ArrayList<>();
        for (int i = 0; i < PEOPLE; i++) {
            if (random.nextInt(4) > 0) {
                all.add(new Found(
                        "key-" + i,
                        (random.nextBoolean() ? "login" : "Login")
                                + (random.nextInt(6) == 0 ? random.nextInt(PEOPLE) : i),
                        "Name " + random.nextInt(20),
                        "mail" + random.nextInt(20) + "@office.example",
                        groups(random),
                        "",
                        random.nextInt(8) == 0 ? List.of(Message.text("no address")) : List.of()));
            }
        }
        return all;
    }

    private static List<Known> byHand(Random random) {
        return IntStream.range(0, PEOPLE)
                .filter(i -> random.nextInt(3) == 0)
                .mapToObj(i -> new Known(
                        new UUID(1, i),
                        "",
                        "login" + i,
                        "By hand " + i,
                        "own" + i + "@office.example",
                        groups(random),
                        List.of(),
                        random.nextInt(4) == 0,
                        false))
                .toList();
    }

    /** As the office makes it. */
    private static List<Known> made(List<Known> known, PeopleComparison comparison, Random random) {
        Map<UUID, Known> after = new HashMap<>();
        known.forEach(one -> after.put(one.id(), one));
        for (Step step : comparison.steps()) {
            UUID id = step.there().map(Known::id).orElseGet(() -> new UUID(random.nextLong(), 2));
            boolean back = step.becomes() == Becomes.BACK;
            Optional<Known> there = step.there();
            after.put(
                    id,
                    step.found()
                            .map(found -> new Known(
                                    id,
                                    found.key(),
                                    found.login(),
                                    found.name(),
                                    found.email(),
                                    step.groups(),
                                    found.groups(),
                                    !back && there.map(Known::disabled).orElse(false),
                                    false))
                            .orElseGet(() -> {
                                Known gone = there.orElseThrow();
                                return new Known(
                                        id,
                                        gone.key(),
                                        gone.login(),
                                        gone.name(),
                                        gone.email(),
                                        gone.groups(),
                                        gone.fromDirectory(),
                                        true,
                                        true);
                            }));
        }
        return new ArrayList<>(after.values());
    }

    @RepeatedTest(400)
    void peopleFollowTheDirectoryAndNobodyElseIsTouched(RepetitionInfo at) {
        Random random = new Random(at.getCurrentRepetition());
        List<Known> office = byHand(random);
        Set<UUID> everybody = new HashSet<>();
        for (int turn = 0; turn < 5; turn++) {
            List<Found> found = directory(random);
            PeopleComparison comparison = PeopleComparison.of(office, found);
            List<Known> after = made(office, comparison, random);
            check(office, found, comparison, after);
            office = after;
            office.forEach(one -> everybody.add(one.id()));
            assertEquals(
                    everybody, office.stream().map(Known::id).collect(Collectors.toSet()), "nobody is removed, ever");
        }
    }

    private static void check(List<Known> before, List<Found> found, PeopleComparison comparison, List<Known> after) {
        Set<String> logins = new HashSet<>();
        after.forEach(one -> assertTrue(logins.add(one.login().toLowerCase()), "a login is of one person"));
        Map<UUID, Known> then = after.stream().collect(Collectors.toMap(Known::id, one -> one));
        Set<UUID> stepped = comparison.steps().stream()
                .flatMap(step -> step.there().stream())
                .map(Known::id)
                .collect(Collectors.toSet());
        for (Known one : before) {
            if (one.key().isEmpty() && found.stream().noneMatch(f -> f.login().equalsIgnoreCase(one.login()))) {
                assertEquals(one, then.get(one.id()), "who never was in the directory is left alone");
            }
            if (!stepped.contains(one.id())) {
                assertEquals(one, then.get(one.id()));
            }
            if (one.disabled() && !one.left()) {
                assertTrue(then.get(one.id()).disabled(), "whom an administrator disabled stays disabled");
            }
            List<String> ownGroups = new ArrayList<>(one.groups());
            ownGroups.removeAll(one.fromDirectory());
            assertTrue(then.get(one.id()).groups().containsAll(ownGroups), "groups by hand stay");
        }
        for (Step step : comparison.steps()) {
            step.found()
                    .ifPresent(entry -> assertTrue(after.stream()
                            .anyMatch(one -> one.key().equals(entry.key())
                                    && one.name().equals(entry.name())
                                    && one.groups().containsAll(entry.groups()))));
        }
        assertEquals(
                found.size(),
                comparison.steps().stream()
                                .filter(step -> step.found().isPresent())
                                .count()
                        + comparison.faults().size()
                        + (int) found.stream()
                                .filter(entry -> comparison.steps().stream()
                                        .noneMatch(step -> step.found()
                                                .filter(entry::equals)
                                                .isPresent()))
                                .filter(entry -> comparison.faults().stream()
                                        .noneMatch(fault -> fault.login().equals(entry.login())
                                                && fault.name().equals(entry.name())))
                                .count(),
                "each entry is taken, told as a fault, or as it was");
        PeopleComparison again = PeopleComparison.of(after, found);
        Set<String> faulty =
                comparison.faults().stream().map(PeopleComparison.Fault::login).collect(Collectors.toSet());
        assertTrue(
                again.steps().stream()
                        .allMatch(step -> step.found()
                                .filter(f -> faulty.contains(f.login()))
                                .isPresent()),
                "the same again changes nothing, but for whose login has become free: " + again.steps());
    }

    private static List<Known> fromDirectory(int people) {
        List<Found> all = entries(people);
        return made(List.of(), PeopleComparison.of(List.of(), all), new Random(people));
    }

    private static List<Found> entries(int people) {
        return IntStream.range(0, people)
                .mapToObj(i -> new Found(
                        "key-" + i, "login" + i, "Name " + i, "m" + i + "@office.example", List.of(), "", List.of()))
                .toList();
    }

    @Test
    void anAnswerWithNobodyOrWithHalfAsksForALookFirst() {
        List<Known> office = fromDirectory(100);
        assertEquals(
                Optional.of(Caution.NOBODY),
                PeopleComparison.of(office, List.of()).caution());
        assertEquals(
                Optional.of(Caution.MANY_LEAVE),
                PeopleComparison.of(office, entries(50)).caution());
        assertEquals(
                Optional.of(Caution.MANY_LEAVE),
                PeopleComparison.of(office, entries(79)).caution());
        assertEquals(Optional.empty(), PeopleComparison.of(office, entries(80)).caution());
        assertEquals(20, PeopleComparison.of(office, entries(80)).leaving());
        assertEquals(
                Optional.empty(),
                PeopleComparison.of(fromDirectory(6), entries(1)).caution(),
                "of a small office, some go");
        assertEquals(
                Optional.empty(),
                PeopleComparison.of(List.of(), List.of()).caution(),
                "nobody came from it yet, so nobody is lost");
    }

    @Test
    void aRenamedPersonIsTheSameAndOneWhoIsBackMaySignInAgain() {
        List<Known> office = fromDirectory(3);
        Found renamed = new Found("key-1", "new-login", "New Name", "m1@office.example", List.of(), "", List.of());
        PeopleComparison comparison = PeopleComparison.of(
                office, List.of(entries(3).get(0), renamed, entries(3).get(2)));
        assertEquals(1, comparison.steps().size());
        assertEquals(List.of("name", "login"), comparison.steps().get(0).changed());

        List<Known> without = made(office, PeopleComparison.of(office, entries(2)), new Random());
        assertTrue(without.stream().filter(one -> one.key().equals("key-2")).allMatch(Known::disabled));
        PeopleComparison back = PeopleComparison.of(without, entries(3));
        assertEquals(Becomes.BACK, back.steps().get(0).becomes());
        assertFalse(made(without, back, new Random()).stream().anyMatch(Known::disabled));
    }

    @Test
    void resultCodesMeanWhatTheStandardSays() {
        // RFC 4511 section 4.1.9 and appendix A.2
        Map<Integer, DirectoryCause> meant = Map.of(
                1, DirectoryCause.REFUSED,
                4, DirectoryCause.INCOMPLETE,
                8, DirectoryCause.ENCRYPTION_NEEDED,
                13, DirectoryCause.ENCRYPTION_NEEDED,
                32, DirectoryCause.BASE_NOT_FOUND,
                50, DirectoryCause.NOT_ALLOWED,
                51, DirectoryCause.BUSY,
                52, DirectoryCause.BUSY,
                49, DirectoryCause.SIGN_IN_REFUSED);
        meant.forEach(
                (code, cause) -> assertEquals(cause, DirectoryCause.of(DirectoryStep.PEOPLE, code), "code " + code));
        assertEquals(DirectoryCause.TLS_NOT_OFFERED, DirectoryCause.of(DirectoryStep.ENCRYPTED, 2));
        assertEquals(DirectoryCause.SIGN_IN_REFUSED, DirectoryCause.of(DirectoryStep.SIGNED_IN, 32));
    }
}

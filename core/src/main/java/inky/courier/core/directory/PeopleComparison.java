package inky.courier.core.directory;

import inky.courier.core.message.Message;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * What becomes of the people of the office by what a directory says: who comes, whose data change, who can no longer sign in.
 * Nobody is removed, and who was never in the directory is left alone.
 *
 * @param steps what would be done, in the order of the directory; those who are not in it any more at the end
 * @param same how many stay as they are
 * @param faults entries of whom nothing is taken; who came from one before stays as they are
 * @param caution why nobody should be changed without somebody looking at it first
 */
public record PeopleComparison(List<Step> steps, int same, List<Fault> faults, Optional<Caution> caution) {
    /** As many people leave an office of any size in a week; common practice, no source. */
    static final int FEW = 5;

    /** Of those who came from the directory, one in so many may be missing before somebody has to look. */
    static final int ONE_IN = 5;

    /**
     * Somebody of the office.
     *
     * @param key by which the directory knows them; empty for who is not from it
     * @param groups all that they are in @param fromDirectory those of them that the directory said
     * @param left whether they were disabled because the directory has them no more
     */
    public record Known(
            UUID id,
            String key,
            String login,
            String name,
            String email,
            List<String> groups,
            List<String> fromDirectory,
            boolean disabled,
            boolean left) {}

    /**
     * Somebody in the directory.
     *
     * @param key that stays the same when they are renamed
     * @param language as a tag of BCP 47; empty where it says none
     * @param problems why they cannot be taken, empty for none
     */
    public record Found(
            String key,
            String login,
            String name,
            String email,
            List<String> groups,
            String language,
            List<Message> problems) {}

    /** What becomes of somebody. */
    public enum Becomes {
        NEW,
        CHANGED,
        /** Was here before, by the same login, and is kept in step with the directory from now on. */
        LINKED,
        /** Was disabled when the directory had them no more, and is there again. */
        BACK,
        DISABLED
    }

    /**
     * @param there empty for somebody new @param found empty for who is in the directory no more
     * @param groups what they are in afterwards
     * @param changed what is otherwise afterwards: {@code name}, {@code login}, {@code email}, {@code groups}
     */
    public record Step(
            Optional<Known> there, Optional<Found> found, Becomes becomes, List<String> groups, List<String> changed) {}

    public record Fault(String name, String login, Message sentence) {}

    public enum Caution {
        /** There is nobody in the answer, though people came from this directory before. */
        NOBODY,
        /** Of those who came from it, too many would be disabled at once. */
        MANY_LEAVE
    }

    /**
     * Compares.
     *
     * @param known everybody of the office, also who came from another directory, whose keys are empty here
     * @param found everybody in the directory; a complete answer
     */
    public static PeopleComparison of(List<Known> known, List<Found> found) {
        return new Comparing(known).with(found);
    }

    private static String key(String login) {
        return login.toLowerCase(Locale.ROOT);
    }

    /** How many would be disabled. */
    public long leaving() {
        return steps.stream().filter(step -> step.becomes == Becomes.DISABLED).count();
    }

    private static final class Comparing {
        private final List<Known> known;
        private final Map<String, Known> byKey = new HashMap<>();
        private final Map<String, Known> byLogin = new HashMap<>();
        private final List<Step> steps = new ArrayList<>();
        private final List<Fault> faults = new ArrayList<>();
        private int same;

        Comparing(List<Known> known) {
            this.known = known;
            known.forEach(one -> {
                byLogin.put(PeopleComparison.key(one.login), one);
                if (!one.key.isEmpty()) {
                    byKey.put(one.key, one);
                }
            });
        }

        PeopleComparison with(List<Found> found) {
            Set<String> keys = new HashSet<>();
            found.forEach(one -> keys.add(one.key));
            Set<UUID> met = new HashSet<>();
            Map<String, String> taken = new HashMap<>();
            for (Found one : found) {
                Optional<Known> there = who(one, keys);
                there.ifPresent(person -> met.add(person.id));
                Optional<Message> fault = fault(one, there, taken);
                if (fault.isPresent()) {
                    faults.add(new Fault(one.name, one.login, fault.get()));
                } else {
                    taken.put(PeopleComparison.key(one.login), one.name);
                    compare(one, there);
                }
            }
            long fromHere = known.stream()
                    .filter(one -> !one.key.isEmpty() && !one.left)
                    .count();
            known.stream()
                    .filter(one -> !one.key.isEmpty() && !one.left && !met.contains(one.id))
                    .forEach(one -> {
                        if (one.disabled) {
                            same++;
                        } else {
                            steps.add(new Step(
                                    Optional.of(one), Optional.empty(), Becomes.DISABLED, one.groups, List.of()));
                        }
                    });
            long leaving = steps.stream()
                    .filter(step -> step.becomes == Becomes.DISABLED)
                    .count();
            return new PeopleComparison(steps, same, faults, caution(found.isEmpty(), fromHere, leaving));
        }

        private static Optional<Caution> caution(boolean nobody, long fromHere, long leaving) {
            if (nobody && fromHere > 0) {
                return Optional.of(Caution.NOBODY);
            }
            return leaving > FEW && leaving * ONE_IN > fromHere ? Optional.of(Caution.MANY_LEAVE) : Optional.empty();
        }

        /**
         * By the key; or by the login, where that is of somebody who never came from a directory, or whose own key is gone
         * because their entry was made anew.
         */
        private Optional<Known> who(Found one, Set<String> keys) {
            return Optional.ofNullable(byKey.get(one.key))
                    .or(() -> Optional.ofNullable(byLogin.get(PeopleComparison.key(one.login)))
                            .filter(person -> person.key.isEmpty() || !keys.contains(person.key)));
        }

        private Optional<Message> fault(Found one, Optional<Known> there, Map<String, String> taken) {
            if (!one.problems.isEmpty()) {
                return Optional.of(one.problems.get(0));
            }
            String login = PeopleComparison.key(one.login);
            if (taken.containsKey(login)) {
                return Optional.of(Message.of("directory.login-twice").with("name", taken.get(login)));
            }
            return Optional.ofNullable(byLogin.get(login))
                    .filter(holder ->
                            there.filter(person -> person.id.equals(holder.id)).isEmpty())
                    .map(holder -> Message.of("directory.login-taken").with("name", holder.name));
        }

        private void compare(Found one, Optional<Known> there) {
            if (there.isEmpty()) {
                steps.add(new Step(there, Optional.of(one), Becomes.NEW, one.groups, List.of()));
                return;
            }
            Known person = there.get();
            List<String> groups = groups(person, one);
            List<String> changed = Stream.of(
                            person.name.equals(one.name) ? "" : "name",
                            person.login.equals(one.login) ? "" : "login",
                            person.email.equals(one.email) ? "" : "email",
                            person.groups.equals(groups) ? "" : "groups")
                    .filter(field -> !field.isEmpty())
                    .toList();
            boolean sameGroups = person.fromDirectory.equals(one.groups);
            Optional<Becomes> becomes = person.left
                    ? Optional.of(Becomes.BACK)
                    : !person.key.equals(one.key)
                            ? Optional.of(Becomes.LINKED)
                            : changed.isEmpty() && sameGroups ? Optional.empty() : Optional.of(Becomes.CHANGED);
            if (becomes.isPresent()) {
                steps.add(new Step(there, Optional.of(one), becomes.get(), groups, changed));
            } else {
                same++;
            }
        }

        /** What an administrator put them in stays; what the directory said before is what it says now. */
        private static List<String> groups(Known person, Found one) {
            Set<String> groups = new LinkedHashSet<>();
            person.groups.stream()
                    .filter(group -> !person.fromDirectory.contains(group) || one.groups.contains(group))
                    .forEach(groups::add);
            groups.addAll(one.groups);
            return List.copyOf(groups);
        }
    }
}

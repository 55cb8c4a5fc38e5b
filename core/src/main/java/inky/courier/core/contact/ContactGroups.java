package inky.courier.core.contact;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;

/** Groups of an address book, which may hold groups, but not themselves. */
public final class ContactGroups {
    private final Map<UUID, List<Member>> groups;

    /** @param groups with their members; a member that is none of them and of mode group has nobody in it */
    public ContactGroups(Map<UUID, List<Member>> groups) {
        this.groups = Map.copyOf(groups);
    }

    /** Its members, groups among them. */
    public List<Member> of(UUID group) {
        return groups.getOrDefault(group, List.of());
    }

    /** Contacts and people in a group and in all that it holds, each once, in the order of the members. */
    public List<Member> everybody(UUID group) {
        Set<Member> found = new LinkedHashSet<>();
        Set<UUID> seen = new LinkedHashSet<>(List.of(group));
        Deque<Member> left = new ArrayDeque<>(groups.getOrDefault(group, List.of()));
        while (!left.isEmpty()) {
            Member member = left.removeFirst();
            if (!(member instanceof Member.OfGroup held)) {
                found.add(member);
            } else if (seen.add(held.id())) {
                List<Member> theirs = groups.getOrDefault(held.id(), List.of());
                for (int i = theirs.size() - 1; i >= 0; i--) {
                    left.addFirst(theirs.get(i));
                }
            }
        }
        return List.copyOf(found);
    }

    /**
     * The way by which a group would come to hold itself.
     *
     * @param members that it shall have
     * @return the groups from it back to it; empty where there is no such way
     */
    public List<UUID> circle(UUID group, List<Member> members) {
        Map<UUID, List<Member>> wanted = new HashMap<>(groups);
        wanted.put(group, members);
        Map<UUID, UUID> from = new HashMap<>();
        Deque<UUID> left = new ArrayDeque<>(List.of(group));
        while (!left.isEmpty()) {
            UUID at = left.removeFirst();
            for (Member member : wanted.getOrDefault(at, List.of())) {
                if (member instanceof Member.OfGroup held) {
                    if (held.id().equals(group)) {
                        return way(from, group, at);
                    }
                    if (from.putIfAbsent(held.id(), at) == null) {
                        left.addLast(held.id());
                    }
                }
            }
        }
        return List.of();
    }

    private static List<UUID> way(Map<UUID, UUID> from, UUID group, UUID last) {
        List<UUID> way = new ArrayList<>(List.of(group));
        for (UUID at = last; !at.equals(group); at = Objects.requireNonNull(from.get(at))) {
            way.add(1, at);
        }
        way.add(group);
        return way;
    }
}

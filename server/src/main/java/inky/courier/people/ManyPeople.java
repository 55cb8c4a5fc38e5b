package inky.courier.people;

import inky.courier.core.Invalid;
import inky.courier.core.office.JobItem;
import inky.courier.core.text.PlainText;
import inky.courier.people.PeopleService.PersonForm;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.ListRequest;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** One thing done to many people at once, all or nothing. */
@Service
class ManyPeople {
    private final PeopleService people;

    ManyPeople(PeopleService people) {
        this.people = people;
    }

    /**
     * Who is meant.
     *
     * @param ids of those that were chosen one by one; absent where a whole list was
     * @param all that a list would show; absent for no, so that nobody changes everybody by leaving something out
     * @param find words, and {@code attention} as that list has them
     */
    record Chosen(
            @Nullable List<UUID> ids,
            @Nullable Boolean all,
            @Nullable String find,
            @Nullable Boolean attention) {}

    enum Act {
        DISABLE,
        ENABLE,
        DELETE,
        JOIN_GROUP,
        LEAVE_GROUP
    }

    /** @throws Invalid when it is nobody */
    @Transactional(readOnly = true)
    List<UUID> of(Chosen chosen) {
        List<UUID> ids = Objects.requireNonNullElse(chosen.ids(), List.of());
        if (Boolean.TRUE.equals(chosen.all())) {
            ids = people.all(new ListRequest(chosen.find(), null, chosen.attention(), null, null)).stream()
                    .map(PersonView::id)
                    .toList();
        }
        if (ids.isEmpty()) {
            throw Invalid.of("people.nobody", "people");
        }
        return ids;
    }

    /** @param group of which they become members, or are no more; absent for other acts @return how many are otherwise now */
    @Transactional
    int act(Chosen chosen, Act act, @Nullable String group) {
        String name = Objects.requireNonNullElse(group, "").strip();
        if ((act == Act.JOIN_GROUP || act == Act.LEAVE_GROUP) && !PlainText.isName(name, JobItem.LONGEST_GROUP)) {
            throw Invalid.of("person.groups", "group");
        }
        int changed = 0;
        for (UUID id : of(chosen)) {
            changed += act(people.get(id), act, name) ? 1 : 0;
        }
        return changed;
    }

    private boolean act(PersonView person, Act act, String group) {
        switch (act) {
            case DISABLE, ENABLE -> {
                boolean wanted = act == Act.DISABLE;
                people.setDisabled(person.id(), wanted);
                return person.disabled() != wanted;
            }
            case DELETE -> {
                people.delete(person.id());
                return true;
            }
            default -> {
                boolean joins = act == Act.JOIN_GROUP;
                if (person.groups().contains(group) == joins) {
                    return false;
                }
                List<String> groups = joins
                        ? Stream.concat(person.groups().stream(), Stream.of(group))
                                .toList()
                        : person.groups().stream()
                                .filter(one -> !one.equals(group))
                                .toList();
                people.change(
                        person.id(),
                        new PersonForm(person.name(), person.login(), person.email(), person.language(), groups));
                return true;
            }
        }
    }
}

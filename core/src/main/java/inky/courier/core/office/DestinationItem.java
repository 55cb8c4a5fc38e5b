package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.DestinationSettings;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;

/**
 * A way out; its password or key is kept apart.
 *
 * @param through id of the mail server or device that it goes through; {@link #NOTHING} where there is none
 * @param settings what its kind has
 * @param ownerId the person whose folder it is; {@link #NOTHING} for the office's
 */
public record DestinationItem(
        UUID id, String name, DestinationKind kind, UUID through, DestinationSettings settings, UUID ownerId)
        implements Item {
    /** Stands where nothing is needed. */
    public static final UUID NOTHING = new UUID(0, 0);

    public DestinationItem {
        Required.value(kind, "kind");
        name = Required.value(name, "name").strip();
        through = kind.through().isPresent() ? Objects.requireNonNullElse(through, NOTHING) : NOTHING;
        settings = kind.normal(Objects.requireNonNullElse(settings, kind.usual()));
        ownerId = kind.family() == Family.SERVER_FOLDER ? Objects.requireNonNullElse(ownerId, NOTHING) : NOTHING;
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.DESTINATION;
    }

    @Override
    public List<Need> needs() {
        List<Need> needs = new ArrayList<>();
        kind.through()
                .map(route -> new Reference(ItemKind.valueOf(route.name()), through))
                .ifPresent(route -> needs.add(new Need(route, "routeId")));
        if (!ownerId.equals(NOTHING)) {
            needs.add(new Need(new Reference(ItemKind.PERSON, ownerId), "ownerId"));
        }
        return needs;
    }

    /** The person whose folder it is. */
    public Optional<UUID> owner() {
        return Optional.of(ownerId).filter(owner -> !owner.equals(NOTHING));
    }

    /** Its settings where they are of this sort. */
    public <S extends DestinationSettings> Optional<S> settings(Class<S> sort) {
        return Optional.of(settings).filter(sort::isInstance).map(sort::cast);
    }

    /** Where it leads, in a few words. */
    public String place() {
        return kind.place(settings);
    }

    @Override
    public void check(Office office) {
        if (!PlainText.isName(name, 60)) {
            throw Invalid.of("destination.name", "name");
        }
        if (kind.family() == Family.LINK) {
            office.settings().requireAddress("kind");
        }
        kind.check(settings);
    }
}

package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.fleet.AllowedVersions;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/**
 * The firmware that devices of a model are to run.
 *
 * @param name of the model, as its devices tell it
 * @param also other versions that are allowed
 */
public record FirmwareItem(UUID id, String name, String wanted, List<String> also) implements Item {
    public static final int LONGEST_MODEL = 120;

    public FirmwareItem {
        name = Required.value(name, "name").strip();
        AllowedVersions versions = new AllowedVersions(Required.value(wanted, "wanted"), also);
        wanted = versions.wanted();
        also = versions.also();
    }

    public AllowedVersions versions() {
        return new AllowedVersions(wanted, also);
    }

    /** Whether it is said of this model. */
    public boolean isOf(String model) {
        return name.equalsIgnoreCase(model.strip());
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.FIRMWARE;
    }

    @Override
    public void check(Office office) {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(name, LONGEST_MODEL)) {
            problems.add(Problem.of("firmware.model", "name"));
        }
        boolean twice =
                office.all(FirmwareItem.class).stream().anyMatch(other -> !other.id.equals(id) && other.isOf(name));
        if (twice) {
            problems.add(Problem.of("firmware.model-twice", "name"));
        }
        problems.addAll(versions().problems());
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }
}

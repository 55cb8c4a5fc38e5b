package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.text.PlainText;
import java.util.UUID;

/** A scan profile; its passcodes are kept apart. */
public record ProfileItem(UUID id, String name, ScanProfile profile) implements Item {
    public ProfileItem {
        Required.value(profile, "profile");
        name = Required.value(name, "name").strip();
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.PROFILE;
    }

    @Override
    public void check(Office office) {
        if (!PlainText.isName(name, 60)) {
            throw Invalid.of("profile.name", "name");
        }
        checkStamp(profile);
        for (Item dependent : office.dependents(reference())) {
            if (dependent instanceof JobItem job) {
                try {
                    job.checkAsks(job.changes().applyTo(profile));
                } catch (Invalid invalid) {
                    throw invalid.about("job " + job.name());
                }
            }
        }
    }

    static void checkStamp(ScanProfile profile) {
        String stamp = profile.tidy().stamp().text();
        if (!stamp.isEmpty()
                && TemplateParser.parse(stamp, TemplateParser.Use.STAMP) instanceof TemplateParser.Faulty faulty) {
            throw new Invalid(faulty.faults().stream()
                    .map(fault -> new Problem(fault.code(), "tidy.stamp", fault.sentence(), fault.remedy()))
                    .toList());
        }
    }
}

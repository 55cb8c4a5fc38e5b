package inky.courier.watch;

import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.naming.NamingService;
import inky.courier.naming.NamingService.NameForm;
import inky.courier.profile.ProfileService;
import inky.courier.profile.ProfileService.ProfileForm;
import inky.courier.signin.FirstAdministratorMade;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What Courier brings: profiles and names that most offices begin with, so that a newcomer's line is short. */
@Component
class StarterSet {
    private final ProfileService profiles;
    private final NamingService names;

    StarterSet(ProfileService profiles, NamingService names) {
        this.profiles = profiles;
        this.names = names;
    }

    /** Part of the transaction that makes the first administrator. */
    @EventListener(FirstAdministratorMade.class)
    void bring() {
        FileSettings pdf = FileSettings.of(FileType.PDF);
        profile("Colour as found, one side", ColourMode.AS_FOUND, 200, Sides.ONE, Tidy.NONE, pdf);
        profile("Colour as found, both sides", ColourMode.AS_FOUND, 200, Sides.TWO_LONG_EDGE, Tidy.USUAL, pdf);
        profile("Grey, both sides", ColourMode.GREY, 200, Sides.TWO_LONG_EDGE, Tidy.USUAL, pdf);
        profile("Small type, black and white", ColourMode.BLACK_AND_WHITE, 300, Sides.ONE, Tidy.NONE, pdf);
        profile("Searchable, both sides", ColourMode.AS_FOUND, 300, Sides.TWO_LONG_EDGE, Tidy.USUAL, searchable());
        profile("Card, both sides on one page", ColourMode.COLOUR, 300, Sides.TWO_LONG_EDGE, card(), pdf);
        names.add(new NameForm("Day, job and counter", "{date:yyyy-MM-dd} {job} {counter:4 per day}"));
        names.add(new NameForm("Day, job, person and counter", "{date:yyyy-MM-dd} {job} {person.name} {counter:4}"));
        names.add(new NameForm("Job and time to the second", "{job} {date:yyyyMMdd} {time:HHmmss}"));
    }

    private static FileSettings searchable() {
        return new FileSettings(FileType.PDF, null, true, true, false, null, null, null, null);
    }

    private static Tidy card() {
        return Tidy.NONE.with(tidy -> {
            tidy.skipBlank = Tidy.SkipBlank.CAREFUL;
            tidy.crop = true;
            tidy.straighten = true;
            tidy.card = true;
            tidy.portrait = true;
        });
    }

    private void profile(String name, ColourMode colour, int dpi, Sides sides, Tidy tidy, FileSettings files) {
        profiles.add(ProfileForm.of(name, colour, dpi, sides, tidy, files));
    }
}

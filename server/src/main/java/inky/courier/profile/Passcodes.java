package inky.courier.profile;

import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.Protection;
import inky.courier.core.profile.ScanProfile;
import inky.courier.vault.Vault;
import inky.courier.web.Json;
import jakarta.annotation.Nullable;

/**
 * The passcodes of a profile's PDFs, which are kept sealed and apart from it.
 *
 * @param open to open a file
 * @param owner to change what may be done with it
 */
public record Passcodes(String open, String owner) {
    static final String CONTEXT = "profile passcodes";

    public static final Passcodes NONE = new Passcodes("", "");

    public static Passcodes of(ScanProfile profile) {
        Protection protection = profile.files().protection();
        return new Passcodes(protection.passcode(), protection.ownerPasscode());
    }

    public byte[] seal(Vault vault) {
        return vault.sealText(Json.write(this), CONTEXT);
    }

    public static Passcodes unseal(byte[] sealed, Vault vault) {
        return sealed == null || sealed.length == 0
                ? NONE
                : Json.read(vault.openText(sealed, CONTEXT), Passcodes.class);
    }

    /** The profile with these for its own. */
    public ScanProfile into(ScanProfile profile) {
        return profile.withFiles(into(profile.files()));
    }

    FileSettings into(@Nullable FileSettings given) {
        FileSettings f = given == null ? FileSettings.PDF : given;
        Protection p = f.protection();
        Protection own = new Protection(open, owner, p.mayPrint(), p.mayCopy(), p.mayChange());
        return f.withProtection(own);
    }
}

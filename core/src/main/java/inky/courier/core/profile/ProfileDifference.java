package inky.courier.core.profile;

import inky.courier.core.Invalid;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What a job has otherwise than its profile; a later change of anything else in the profile is the job's too. Passcodes
 * are the profile's alone.
 *
 * @param settings by their path in {@link ProfileFormat} ({@code tidy.crop}, {@code dpi}), each a text, a number, a truth value or a list of texts
 */
public record ProfileDifference(Map<String, Object> settings) {
    public static final ProfileDifference NONE = new ProfileDifference(Map.of());

    /** More than there are settings. */
    private static final int MOST = 100;

    public ProfileDifference {
        if (settings.size() > MOST) {
            throw Invalid.of("profile.difference", "changes");
        }
        TreeMap<String, Object> plain = new TreeMap<>(settings);
        plain.replaceAll((path, value) -> value instanceof Number number ? plain(number) : value);
        settings = Collections.unmodifiableMap(plain);
    }

    /** A number is the same however it was written: as 4, 4.0, or with more digits than a machine's. */
    private static Number plain(Number number) {
        double value = number.doubleValue();
        return value == (int) value ? (Number) (int) value : (Number) value;
    }

    /** Another resolution, and nothing else. */
    public static ProfileDifference dpi(int dpi) {
        return new ProfileDifference(Map.of("dpi", dpi));
    }

    /** What makes the one of the other. */
    public static ProfileDifference between(ScanProfile from, ScanProfile to) {
        Map<String, Object> before = ProfileFormat.settings(from);
        Map<String, Object> after = ProfileFormat.settings(to);
        after.entrySet().removeIf(setting -> setting.getValue().equals(before.get(setting.getKey())));
        return new ProfileDifference(after);
    }

    public boolean isNone() {
        return settings.isEmpty();
    }

    /** Names of the settings that are other. */
    public List<String> paths() {
        return List.copyOf(settings.keySet());
    }

    private record Applied(ProfileDifference difference, ScanProfile profile) {}

    /** A large office asks for the profiles of 200 jobs again and again; to make one goes by its text. None with passcodes is kept. */
    private static final Map<Applied, ScanProfile> APPLIED =
            Collections.synchronizedMap(new LinkedHashMap<>(16, 0.75f, true) {
                @Override
                protected boolean removeEldestEntry(Map.Entry<Applied, ScanProfile> eldest) {
                    return size() > MOST_APPLIED;
                }
            });

    private static final int MOST_APPLIED = 1_000;

    /**
     * The profile as the job has it, with the passcodes of the profile.
     *
     * @throws Invalid when a setting is unknown, has a value that it cannot have, or does not go with the others
     */
    public ScanProfile applyTo(ScanProfile profile) {
        if (settings.isEmpty()) {
            return profile;
        }
        Protection secrets = profile.files().protection();
        if (!secrets.passcode().isEmpty() || !secrets.ownerPasscode().isEmpty()) {
            return applied(profile);
        }
        Applied what = new Applied(this, profile);
        ScanProfile known = APPLIED.get(what);
        if (known == null) {
            known = applied(profile);
            APPLIED.put(what, known);
        }
        return known;
    }

    private ScanProfile applied(ScanProfile profile) {
        Map<String, Object> all = ProfileFormat.settings(profile);
        for (Map.Entry<String, Object> setting : settings.entrySet()) {
            if (all.put(setting.getKey(), setting.getValue()) == null) {
                throw ProfileFormat.unknown(setting.getKey());
            }
        }
        ScanProfile changed = ProfileFormat.profile(all);
        Protection kept = profile.files().protection();
        Protection wanted = changed.files().protection();
        return changed.withFiles(changed.files()
                .withProtection(new Protection(
                        kept.passcode(),
                        kept.ownerPasscode(),
                        wanted.mayPrint(),
                        wanted.mayCopy(),
                        wanted.mayChange())));
    }
}

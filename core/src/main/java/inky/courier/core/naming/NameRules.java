package inky.courier.core.naming;

import inky.courier.core.text.PlainText;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** What kinds of destination accept as a file name, and the nearest name that they do accept. */
public enum NameRules {
    /** MS-FSCC section 2.1.5 and the reserved names of Win32; 255 UTF-16 units. */
    WINDOWS("\"\\/:|<>*?") {
        @Override
        int length(String name) {
            return name.length();
        }
    },
    /** POSIX.1-2017 section 3.282: all but slash and NUL; NAME_MAX of 255 bytes as the common file systems have it. */
    POSIX("/") {
        @Override
        int length(String name) {
            return name.getBytes(StandardCharsets.UTF_8).length;
        }
    },
    /** The same for FTP, where servers take a name that begins with a tilde for somebody's home folder. */
    FTP("/") {
        @Override
        int length(String name) {
            return POSIX.length(name);
        }
    },
    /** A mail's attachment: RFC 2183 section 2.3 warns of path separators in the parameter. */
    MAIL("/\\") {
        @Override
        int length(String name) {
            return name.getBytes(StandardCharsets.UTF_8).length;
        }
    };

    /** In the unit of each rule: UTF-16 units or UTF-8 bytes. */
    public static final int LONGEST = 255;

    private static final String TILDE = "~";

    /** Win32 also takes the superscript digits for digits in these. */
    private static final Set<String> RESERVED = Set.of(
            "CON",
            "PRN",
            "AUX",
            "NUL",
            "COM1",
            "COM2",
            "COM3",
            "COM4",
            "COM5",
            "COM6",
            "COM7",
            "COM8",
            "COM9",
            "COM\u00b9",
            "COM\u00b2",
            "COM\u00b3",
            "LPT1",
            "LPT2",
            "LPT3",
            "LPT4",
            "LPT5",
            "LPT6",
            "LPT7",
            "LPT8",
            "LPT9",
            "LPT\u00b9",
            "LPT\u00b2",
            "LPT\u00b3");

    private final String forbidden;

    NameRules(String forbidden) {
        this.forbidden = forbidden;
    }

    abstract int length(String name);

    /** A name that is accepted, and in words what had to change. */
    public record Fitted(String name, List<String> changes) {}

    /** Whether the destination takes the name as it is. */
    public boolean accepts(String name) {
        return !name.isEmpty()
                && length(name) <= LONGEST
                && !name.equals(".")
                && !name.equals("..")
                && name.codePoints().noneMatch(this::isForbidden)
                && (this != FTP || !name.startsWith(TILDE))
                && (this != WINDOWS || !endsBadly(name) && !isReserved(name));
    }

    /**
     * The nearest accepted name: composed (NFC, UAX 15), forbidden signs replaced or left out, cut to length before the
     * extension.
     *
     * @param base the name without extension
     * @param extension without its dot
     */
    public Fitted fit(String base, String extension) {
        return fitBefore(base, "." + extension);
    }

    /** The same with a number after the base, which stays whole when the name has to be cut. */
    Fitted fit(String base, String number, String extension) {
        return fitBefore(base, " " + number + "." + extension);
    }

    /** The nearest accepted name of a folder. */
    public String fitFolder(String name) {
        return fitBefore(name, "").name();
    }

    private Fitted fitBefore(String base, String end) {
        List<String> changes = new ArrayList<>();
        String name = replaceForbidden(Normalizer.normalize(base, Normalizer.Form.NFC), changes)
                .strip();
        if (this == WINDOWS) {
            name = trimEnd(name);
        }
        if (this == FTP && name.startsWith(TILDE)) {
            name = "_" + name.substring(1);
            changes.add("~ at the beginning becomes _");
        }
        if (name.isEmpty() || name.equals(".") || name.equals("..")) {
            name = "no name";
            changes.add("an empty name is called \u201cno name\u201d");
        }
        if (this == WINDOWS && isReserved(name)) {
            name = "_" + name;
            changes.add("the name is reserved by Windows");
        }
        if (length(name + end) > LONGEST) {
            name = cut(name, end);
            changes.add("cut to " + LONGEST + (this == WINDOWS ? " characters" : " bytes"));
        }
        return new Fitted(name + end, List.copyOf(changes));
    }

    private String replaceForbidden(String name, List<String> changes) {
        StringBuilder out = new StringBuilder();
        name.codePoints().forEach(c -> {
            if (!isForbidden(c)) {
                out.appendCodePoint(c);
                return;
            }
            String instead = c == ':' ? "." : c == '/' || c == '\\' || c == '|' ? "-" : "";
            out.append(instead);
            String shown = PlainText.isUnseen(c) ? "a control character" : Character.toString(c);
            String change = shown + (instead.isEmpty() ? " is left out" : " becomes " + instead);
            if (!changes.contains(change)) {
                changes.add(change);
            }
        });
        return out.toString();
    }

    private boolean isForbidden(int c) {
        return PlainText.isUnseen(c) || forbidden.indexOf(c) >= 0;
    }

    private String cut(String name, String end) {
        String shorter = name;
        while (length(shorter + end) > LONGEST) {
            shorter = shorter.substring(0, shorter.offsetByCodePoints(shorter.length(), -1));
        }
        return trimEnd(shorter.stripTrailing());
    }

    private static boolean isReserved(String name) {
        int dot = name.indexOf('.');
        String stem = dot < 0 ? name : name.substring(0, dot);
        return RESERVED.contains(stem.strip().toUpperCase(Locale.ROOT));
    }

    private static boolean endsBadly(String name) {
        return name.endsWith(".") || name.endsWith(" ");
    }

    private static String trimEnd(String name) {
        String trimmed = name;
        while (endsBadly(trimmed)) {
            trimmed = trimmed.substring(0, trimmed.length() - 1);
        }
        return trimmed;
    }
}

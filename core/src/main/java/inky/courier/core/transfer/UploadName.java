package inky.courier.core.transfer;

import inky.courier.core.naming.NameRules;
import java.util.UUID;

/** What a file is called while it is under way, and when its name is taken. */
public final class UploadName {
    private UploadName() {}

    /** The same for every try of a leg's file, so that what a broken try left is found again. */
    public static String underWay(UUID leg, int position) {
        return "courier-" + leg + "-" + position + ".part";
    }

    /** Whether a listing shows a file that is still under way; such are not shown to people. */
    public static boolean isUnderWay(String name) {
        return name.startsWith("courier-") && name.endsWith(".part");
    }

    /** The name with a number, from 2 on: "manifest (2).pdf". */
    public static String numbered(String name, int number, NameRules rules) {
        int dot = name.lastIndexOf('.');
        String base = dot > 0 ? name.substring(0, dot) : name;
        String end = dot > 0 ? name.substring(dot + 1) : "";
        String mark = " (" + number + ")";
        return end.isEmpty() ? rules.fitFolder(base + mark) : fitted(base, mark, end, rules);
    }

    /** A long name is cut before the number, never the number itself. */
    private static String fitted(String base, String mark, String end, NameRules rules) {
        String shorter = base;
        String name = rules.fit(shorter + mark, end).name();
        while (!name.endsWith(mark + "." + end) && !shorter.isEmpty()) {
            shorter = shorter.substring(0, shorter.offsetByCodePoints(shorter.length(), -1));
            name = rules.fit(shorter + mark, end).name();
        }
        return name;
    }
}

package inky.courier.core.contact;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;

/**
 * Whom people may send mail to from a device.
 *
 * @param entry which addresses everybody may enter
 * @param groups what members of a group of people may enter instead; who is in several may enter what any of them may
 * @param most recipients of a mail, copies among them: 1 to {@value #MOST}
 * @param ownContacts whether people keep contacts of their own at devices
 */
public record RecipientRules(DirectEntry entry, Map<String, DirectEntry> groups, int most, Boolean ownContacts) {
    /** RFC 5321 section 4.5.3.1.8: what every server takes. */
    public static final int MOST = 100;

    public static final RecipientRules USUAL = new RecipientRules(DirectEntry.ANY, Map.of(), MOST, true);

    private static final int MOST_GROUPS = 100;
    private static final int LONGEST_GROUP = 60;

    public RecipientRules {
        entry = Objects.requireNonNullElse(entry, DirectEntry.ANY);
        groups = groups == null ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(groups));
        ownContacts = !Boolean.FALSE.equals(ownContacts);
    }

    /** @param theirs groups that somebody is in */
    public DirectEntry entryOf(List<String> theirs) {
        List<DirectEntry> own =
                theirs.stream().filter(groups::containsKey).map(groups::get).toList();
        return own.isEmpty() ? entry : DirectEntry.any(own);
    }

    /** @throws Invalid with every problem */
    public void check() {
        List<Problem> problems = new ArrayList<>();
        entry.problem("entry").ifPresent(problems::add);
        groups.forEach((group, rule) -> {
            rule.problem("groups").ifPresent(problems::add);
            if (!PlainText.isName(group, LONGEST_GROUP)) {
                problems.add(Problem.of("entry.group", "groups"));
            }
        });
        if (groups.size() > MOST_GROUPS) {
            problems.add(Problem.of("entry.group", "groups"));
        }
        if (most < 1 || most > MOST) {
            problems.add(new Problem(
                    "entry.most",
                    "most",
                    Message.of("problem.entry.most").with("most", MOST),
                    Message.of("problem.entry.most.remedy")));
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }
}

package inky.courier.core.destination;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.core.transfer.SidecarForm;
import inky.courier.core.transfer.WhenTaken;
import java.util.ArrayList;
import java.util.List;

/** What all kinds of folders have in common. */
abstract class FolderRules extends KindRules<FolderSettings> {
    static final int LONGEST = 250;
    private static final int MOST_AT_ONCE = 16;

    static final Field PATH = Field.of("path", Type.TEMPLATE);
    static final Field MAKE_FOLDERS = Field.of("makeFolders", Type.TICK);
    static final Field WHEN_TAKEN = Field.choice("whenTaken", WhenTaken.values());
    static final Field SIDECAR = Field.choice("sidecar", SidecarForm.values());
    static final Field AT_ONCE = Field.of("atOnce", Type.NUMBER);

    FolderRules(Family family, FolderSettings usual) {
        super(family, FolderSettings.class, usual);
    }

    @Override
    List<Problem> problems(FolderSettings settings) {
        List<Problem> problems = new ArrayList<>();
        String names = settings.account() + settings.domain();
        if (settings.account().length() > LONGEST || settings.domain().length() > LONGEST || !PlainText.isLine(names)) {
            problems.add(problem(
                    "account",
                    Message.of("problem.destination.account"),
                    Message.of("problem.destination.account.remedy")));
        }
        if (settings.atOnce() < 1 || settings.atOnce() > MOST_AT_ONCE) {
            problems.add(problem(
                    "atOnce",
                    Message.of("problem.destination.at-once").with("n", MOST_AT_ONCE),
                    Message.of("problem.destination.at-once.remedy")));
        }
        try {
            FolderTemplate.of(settings.path());
        } catch (Invalid invalid) {
            problems.addAll(invalid.problems());
        }
        return problems;
    }

    static String below(String path, String separator) {
        return path.isEmpty() ? "" : separator + path.replace("/", separator);
    }
}

package inky.courier.intake.transfer;

import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.office.InboxItem;
import inky.courier.intake.Addressees;
import inky.courier.intake.Arrival.Way;
import inky.courier.intake.inbox.Inboxes;
import inky.courier.intake.inbox.IncomingFiles;
import inky.courier.settings.Settings;
import inky.courier.signin.SignInThrottle;
import inky.courier.signin.Source;
import inky.courier.signin.ThrottleKey;
import inky.courier.store.WorkFolders;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Lets devices in that send files: from where the settings say, and with an account. */
@Component
class DeviceSignIn {
    private final Settings settings;
    private final Inboxes inboxes;
    private final Addressees addressees;
    private final IncomingFiles files;
    private final WorkFolders folders;
    private final SignInThrottle throttle;

    DeviceSignIn(
            Settings settings,
            Inboxes inboxes,
            Addressees addressees,
            IncomingFiles files,
            WorkFolders folders,
            SignInThrottle throttle) {
        this.settings = settings;
        this.inboxes = inboxes;
        this.addressees = addressees;
        this.files = files;
        this.folders = folders;
        this.throttle = throttle;
    }

    /** Whether anything is taken from there. */
    boolean takesFrom(InetAddress source) {
        return settings.read().fileIntake().takesFrom(source.getAddress());
    }

    /** @return empty for a wrong account or password, or where it is too early for another attempt */
    Optional<DropFolder> signIn(Way way, String account, String password, InetAddress address) {
        Source source = new Source(address.getHostAddress());
        SignInThrottle.Attempt attempt;
        try {
            attempt = throttle.begin(ThrottleKey.files(source));
        } catch (Refusal tooEarly) {
            return Optional.empty();
        }
        Optional<InboxItem> inbox = inboxes.signIn(account, password);
        if (inbox.isEmpty()) {
            // What a stranger typed is never kept.
            throttle.wrong(attempt, inboxes.hasAccount(account) ? account : "", Place.FILE_INTAKE, source);
            return Optional.empty();
        }
        throttle.right(attempt);
        return Optional.of(folder(inbox.get(), way, address));
    }

    private DropFolder folder(InboxItem inbox, Way way, InetAddress address) {
        try {
            return DropFolder.make(inbox, way, address, addressees.jobFolders(), addressees::namesJob, files, folders);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}

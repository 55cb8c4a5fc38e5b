package inky.courier.consent;

import inky.courier.connection.AccessTokens;
import inky.courier.connection.AccessTokens.TokenRefused;
import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.connection.ProbeReport;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.TransferCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.FolderAccounts;
import inky.courier.destination.Visitor;
import inky.courier.folder.AccessSource;
import inky.courier.folder.WebAddress;
import java.io.IOException;
import java.time.Clock;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** The cloud folders of people who have given consent. */
@Component
class CloudFolders implements AccessSource {
    private final FolderAccounts accounts;
    private final Consents consents;
    private final AccessTokens endpoint;
    private final Clock clock;

    CloudFolders(FolderAccounts accounts, Consents consents, AccessTokens endpoint, Clock clock) {
        this.accounts = accounts;
        this.consents = consents;
        this.endpoint = endpoint;
        this.clock = clock;
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.CLOUD);
    }

    @Override
    public FolderAccess accessFor(Visitor visitor) throws FarSideException {
        FolderAccess folder = accounts.access(visitor.destinationId())
                .orElseThrow(() -> new FarSideException(TransferCause.FOLDER_NOT_FOUND, "the destination was deleted"));
        return folder.with(folder.settings(), consents.token(folder, visitor.personId()));
    }

    /** A token may end before its time: the next try gets another, and only if that fails the consent has ended. */
    @Override
    public Setback refused(Visitor visitor, Setback setback) {
        if (!setback.cause().equals(TransferCause.SIGN_IN_REFUSED.name())) {
            return setback;
        }
        consents.forgetToken(visitor.destinationId(), visitor.personId());
        return Setback.of(TransferCause.TOKEN_RAN_OUT, setback.reply());
    }

    /** As far as the question that each person answers for themselves; the code that comes is not used. */
    @Override
    public Optional<ProbeReport> probe(FolderAccess access) {
        ConnectionTrace trace = new ConnectionTrace(
                CloudClient.trust(access.settings(), access.settings().host()));
        Optional<Setback> setback = Optional.empty();
        try {
            WebAddress.of(access.settings().host()).reach(trace, clock.instant());
            trace.does(TransferStep.CONSENT, () -> offered(access, trace));
        } catch (FarSideException e) {
            setback = Optional.of(e.setback());
        }
        return Optional.of(
                trace.report(clock.instant(), TransferStep.toConsent(), setback, Message.of("probe.consent.possible")));
    }

    private void offered(FolderAccess access, ConnectionTrace trace) throws IOException {
        var consent = access.settings().consent();
        trace.line("> POST " + consent.codes() + " client_id=" + consent.clientId());
        try {
            AccessTokens.Invitation invitation =
                    endpoint.invite(CloudClient.of(access, consent.codes()), consent.scope());
            trace.line("< a code for " + invitation.page());
            trace.said(invitation.page());
            trace.note(Message.of("probe.consent.lasts")
                    .with("n", Math.max(1, invitation.lasts().toMinutes())));
        } catch (TokenRefused e) {
            trace.line("< " + e.error());
            throw new FarSideException(TransferCause.ofOAuth(e.error()), e.error());
        }
    }
}

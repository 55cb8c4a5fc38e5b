package inky.courier.mail;

import inky.courier.connection.ProbeReport;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.LinkSettings;
import inky.courier.core.mail.MailCause;
import inky.courier.core.message.Message;
import inky.courier.core.sizing.Bytes;
import inky.courier.core.sizing.MailSize;
import inky.courier.destination.Connector;
import inky.courier.destination.Consignment;
import inky.courier.destination.DownloadLinks;
import inky.courier.destination.FolderAccounts;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.stereotype.Component;

/** What goes as mail, and as how many messages; {@link MailTransfer} carries each of them. */
@Component
class MailConnector implements Connector {
    /** Room for head and text of a message, beside its attachment. */
    static final int HEAD_AND_TEXT = 8 * 1024;

    /** The head of an attachment's part: type, encoding, a long name twice coded. */
    private static final int PART_HEAD = 1_200;

    private final MailServers servers;
    private final MailTransfer transfer;
    private final DownloadLinks links;
    private final FolderAccounts accounts;

    MailConnector(MailServers servers, MailTransfer transfer, DownloadLinks links, FolderAccounts accounts) {
        this.servers = servers;
        this.transfer = transfer;
        this.links = links;
        this.accounts = accounts;
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(
                DestinationKind.MAIL_TO_ME,
                DestinationKind.MAIL_FIXED,
                DestinationKind.MAIL_CHOSEN,
                DestinationKind.LINK);
    }

    @Override
    public Optional<Route> route(UUID id) {
        return servers.nameOf(id).map(name -> new Route(id, name));
    }

    @Override
    public ProbeReport ask(UUID routeId) {
        return servers.ask(routeId);
    }

    @Override
    public Outcome deliver(Consignment consignment, Progress progress) {
        Optional<Submission> found = servers.submission(consignment.routeId());
        if (found.isEmpty()) {
            return new Outcome.NotAccepted(Setback.of(ConnectionCause.NAME_NOT_FOUND, "the mail server was deleted"));
        }
        Submission server = found.get();
        if (consignment.kind() == DestinationKind.LINK) {
            return sendLink(
                    server,
                    consignment,
                    accounts.settings(consignment.destinationId(), LinkSettings.class)
                            .orElse(LinkSettings.USUAL),
                    progress);
        }
        // What goes in another form than this one message has an outcome of its own.
        AtomicReference<Outcome> instead = new AtomicReference<>();
        Messages.Transfer whole = (letter, allSent) -> transfer.send(server, letter, allSent, announced -> {
            long limit = limit(server, announced);
            long asMail = asMail(consignment.files());
            if (limit > 0 && asMail > limit) {
                instead.set(tooLarge(server, consignment, asMail, limit, progress));
            }
            return Optional.ofNullable(instead.get());
        });
        Outcome outcome = new Messages(consignment.before(), whole, progress)
                .send(List.of(new Messages.Message("", Letter.of(consignment))), Message.none());
        return instead.get() == null ? outcome : instead.get();
    }

    private Outcome send(
            Submission server, Consignment c, List<Messages.Message> messages, Message words, Progress progress) {
        return new Messages(c.before(), (letter, allSent) -> transfer.send(server, letter, allSent), progress)
                .send(messages, words);
    }

    static long asMail(List<Consignment.FileToSend> files) {
        long bytes = HEAD_AND_TEXT;
        for (Consignment.FileToSend file : files) {
            bytes += MailSize.base64(file.bytes()) + PART_HEAD;
        }
        return bytes;
    }

    /** The smaller of our limit and the one that the server announces; 0 for none. */
    private static long limit(Submission server, long announced) {
        long ours = server.sizeLimitMb() * Bytes.MB;
        return ours == 0 ? announced : announced == 0 ? ours : Math.min(ours, announced);
    }

    private Outcome tooLarge(Submission server, Consignment c, long asMail, long limit, Progress progress) {
        Setback setback = Setback.of(MailCause.TOO_LARGE, "")
                .saying(Message.of("cause.mail.too-large.by")
                        .with("size", Bytes.said(asMail))
                        .with("server", server.name())
                        .with("limit", Bytes.said(limit)));
        return switch (c.whenTooLarge()) {
            case REFUSE -> new Outcome.NotAccepted(setback);
            case SMALLER ->
                new Outcome.MakeSmaller(
                        setback, limit - HEAD_AND_TEXT - PART_HEAD * c.files().size());
            case SEVERAL -> sendSeveral(server, c, limit, setback, progress);
            case LINK -> sendLink(server, c, LinkSettings.USUAL, progress);
        };
    }

    /** As many files in each mail as fit. Those that an earlier try has got through are not sent again. */
    private Outcome sendSeveral(Submission server, Consignment c, long limit, Setback setback, Progress progress) {
        List<List<Consignment.FileToSend>> parts = new ArrayList<>();
        for (Consignment.FileToSend file : c.files()) {
            List<Consignment.FileToSend> last = parts.isEmpty() ? List.of() : parts.get(parts.size() - 1);
            List<Consignment.FileToSend> together = new ArrayList<>(last);
            together.add(file);
            if (asMail(List.of(file)) > limit) {
                return new Outcome.NotAccepted(setback);
            }
            if (parts.isEmpty() || asMail(together) > limit) {
                parts.add(new ArrayList<>(List.of(file)));
            } else {
                parts.set(parts.size() - 1, together);
            }
        }
        List<Messages.Message> messages = new ArrayList<>();
        for (int i = 0; i < parts.size(); i++) {
            String part = Message.of("mail.part")
                    .with("n", i + 1)
                    .with("of", parts.size())
                    .in(c.sender().language());
            String text = part + "\r\n\r\n" + c.body();
            messages.add(new Messages.Message(
                    mark(c, parts.get(i)), Letter.of(c).with(text, parts.get(i), Integer.toString(i + 1))));
        }
        return send(server, c, messages, Message.of("delivery.in-mails").with("n", parts.size()), progress);
    }

    /** By what it carries: with another limit the parts are others, and who has one of these has not got those. */
    private static String mark(Consignment c, List<Consignment.FileToSend> files) {
        int first = c.files().indexOf(files.get(0)) + 1;
        return files.size() == 1 ? "file " + first : "files " + first + " to " + (first + files.size() - 1);
    }

    private Outcome sendLink(Submission server, Consignment c, LinkSettings wanted, Progress progress) {
        Optional<DownloadLinks.Made> made = links.linkFor(c, wanted);
        if (made.isEmpty()) {
            return new Outcome.NotAccepted(Setback.of(MailCause.NO_ADDRESS_FOR_LINKS, ""));
        }
        DownloadLinks.Made link = made.get();
        Locale language = c.sender().language();
        Message what = c.files().size() == 1
                ? Message.text(c.files().get(0).name())
                : Message.of("delivery.files").with("n", c.files().size());
        Message fetch = Message.of("mail.link").with("what", what).with("size", Bytes.said(c.bytes()));
        String asks = link.passcode().isPresent()
                ? "\r\n" + Message.of("mail.link.asks").in(language) + "\r\n"
                : "";
        String text = c.body() + "\r\n" + fetch.in(language) + "\r\n" + link.address() + "\r\n" + asks;
        List<Messages.Message> messages = new ArrayList<>();
        messages.add(new Messages.Message("link", Letter.of(c).with(text, List.of(), "")));
        link.passcode().ifPresent(passcode -> {
            String words = Message.of("mail.passcode")
                            .with("what", what)
                            .with("passcode", passcode)
                            .in(language)
                    + "\r\n";
            messages.add(new Messages.Message("passcode", Letter.of(c).with(words, List.of(), "passcode")));
        });
        return send(server, c, messages, Message.of("delivery.as-link"), progress);
    }
}

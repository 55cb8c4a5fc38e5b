package inky.courier.core.mail;

import inky.courier.core.connection.ProbeStep;

/** The steps from a name to an accepted message, in their order. */
public enum MailStep implements ProbeStep {
    NAME("Name found", "Name not found"),
    REACHED("Reached", "Not reached"),
    GREETED("Greeted", "Not greeted"),
    ENCRYPTED("Encrypted", "Not encrypted"),
    SIGNED_IN("Signed in", "Sign-in refused"),
    SENDER("Allowed to send", "Sender refused"),
    RECIPIENT("Recipient taken", "Recipient refused"),
    ACCEPTED("Message accepted", "Message refused");

    private final Titles titles;

    MailStep(String passed, String failed) {
        this.titles = new Titles(passed, failed);
    }

    @Override
    public Titles titles() {
        return titles;
    }
}

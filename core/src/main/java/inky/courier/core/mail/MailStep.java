package inky.courier.core.mail;

import inky.courier.core.connection.ProbeStep;

/** The steps from a name to an accepted message, in their order. */
public enum MailStep implements ProbeStep {
    NAME,
    REACHED,
    GREETED,
    ENCRYPTED,
    SIGNED_IN,
    SENDER,
    RECIPIENT,
    ACCEPTED;

    @Override
    public String area() {
        return "mail";
    }
}

package inky.courier.addressbook;

import ezvcard.VCard;
import ezvcard.VCardVersion;
import ezvcard.io.text.VCardReader;
import ezvcard.io.text.VCardWriter;
import ezvcard.parameter.EmailType;
import ezvcard.property.Categories;
import ezvcard.property.Email;
import ezvcard.property.Kind;
import ezvcard.property.Organization;
import ezvcard.property.Uid;
import inky.courier.addressbook.Contacts.ContactForm;
import inky.courier.addressbook.IncomingContacts.Group;
import inky.courier.addressbook.IncomingContacts.One;
import inky.courier.addressbook.SharedBook.ContactGroupView;
import inky.courier.addressbook.SharedBook.ContactView;
import inky.courier.addressbook.SharedBook.MemberKind;
import inky.courier.addressbook.SharedBook.MemberView;
import inky.courier.core.Invalid;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Contacts as cards: written as vCard 4.0 (RFC 6350), groups among them (section 6.1.4), and read in all versions. A card with
 * several mail addresses becomes a contact for each.
 */
final class VCards {
    private static final Pattern BEGIN = Pattern.compile("\\A\\ufeff?\\s*BEGIN:VCARD", Pattern.CASE_INSENSITIVE);

    private VCards() {}

    static boolean areIn(String file) {
        return BEGIN.matcher(file).find();
    }

    /** @throws Invalid when it has no cards */
    static IncomingContacts read(String file, String place) {
        List<VCard> cards = cards(file);
        if (cards.isEmpty()) {
            throw Invalid.of("contacts.file", "file");
        }
        List<One> contacts = new ArrayList<>();
        List<Group> groups = new ArrayList<>();
        int without = 0;
        for (int i = 0; i < cards.size(); i++) {
            VCard card = cards.get(i);
            if (isGroup(card)) {
                groups.add(group(i + 1, card));
            } else {
                List<One> ones = contacts(i + 1, card, place);
                without += ones.isEmpty() ? 1 : 0;
                contacts.addAll(ones);
            }
        }
        return new IncomingContacts(contacts, groups, true, without);
    }

    /** What is no property of a card is passed over, as RFC 6350 section 3.3 wants it of what is unknown. */
    private static List<VCard> cards(String file) {
        try (VCardReader reader = new VCardReader(file.startsWith("\ufeff") ? file.substring(1) : file)) {
            return reader.readAll();
        } catch (IOException broken) {
            throw Invalid.of("contacts.file", "file");
        }
    }

    private static boolean isGroup(VCard card) {
        boolean named = card.getKind() != null && card.getKind().isGroup();
        // Before version 4.0 it was written so in practice; from memory.
        return named
                || Stream.of("X-ADDRESSBOOKSERVER-KIND")
                        .map(card::getExtendedProperty)
                        .anyMatch(kind -> kind != null && "group".equalsIgnoreCase(kind.getValue()));
    }

    private static Group group(int number, VCard card) {
        List<String> members = card.getMembers().stream()
                .map(member -> Objects.requireNonNullElse(member.getUri(), ""))
                .filter(uri -> !uri.isEmpty())
                .toList();
        return new Group(number, nameOf(card), uid(card), members);
    }

    private static String uid(VCard card) {
        return card.getUid() == null
                ? ""
                : Objects.requireNonNullElse(card.getUid().getValue(), "").toLowerCase(Locale.ROOT);
    }

    private static List<One> contacts(int number, VCard card, String place) {
        List<Email> mails = card.getEmails().stream()
                .filter(mail -> mail.getValue() != null && !mail.getValue().isBlank())
                .toList();
        List<String> groups =
                Optional.ofNullable(card.getCategories()).map(Categories::getValues).orElse(List.of()).stream()
                        .map(IncomingContacts::nameOf)
                        .filter(name -> !name.isEmpty())
                        .distinct()
                        .toList();
        List<One> ones = new ArrayList<>();
        for (Email mail : mails) {
            String name = nameOf(card);
            String kind = mails.size() == 1 ? "" : kindOf(mail);
            String shown = name.isEmpty() ? mail.getValue().strip() : name + kind;
            ones.add(new One(
                    number,
                    new ContactForm(
                            IncomingContacts.nameOf(shown), mail.getValue().strip(), company(card), place),
                    groups,
                    ones.isEmpty() ? uid(card) : ""));
        }
        return ones;
    }

    private static String kindOf(Email mail) {
        if (mail.getTypes().contains(EmailType.WORK)) {
            return " (work)";
        }
        return mail.getTypes().contains(EmailType.HOME) ? " (home)" : "";
    }

    private static String nameOf(VCard card) {
        String formatted =
                card.getFormattedName() == null ? null : card.getFormattedName().getValue();
        if (formatted != null && !formatted.isBlank()) {
            return IncomingContacts.nameOf(formatted);
        }
        if (card.getStructuredName() != null) {
            String given = Objects.requireNonNullElse(card.getStructuredName().getGiven(), "");
            String family = Objects.requireNonNullElse(card.getStructuredName().getFamily(), "");
            return IncomingContacts.nameOf(given + " " + family);
        }
        return "";
    }

    private static String company(VCard card) {
        Organization organization = card.getOrganization();
        return organization == null || organization.getValues().isEmpty()
                ? ""
                : IncomingContacts.nameOf(organization.getValues().get(0));
    }

    static String write(List<ContactView> contacts, List<ContactGroupView> groups) {
        StringWriter text = new StringWriter();
        try (VCardWriter writer = new VCardWriter(text, VCardVersion.V4_0)) {
            writer.setAddProdId(false);
            for (ContactView contact : contacts) {
                writer.write(card(contact));
            }
            for (ContactGroupView group : groups) {
                writer.write(card(group));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }

    private static VCard card(ContactView contact) {
        VCard card = new VCard(VCardVersion.V4_0);
        card.setUid(new Uid(IncomingContacts.uid(contact.id())));
        card.setFormattedName(contact.name());
        card.addEmail(contact.email());
        if (!contact.company().isEmpty()) {
            card.setOrganization(contact.company());
        }
        return card;
    }

    private static VCard card(ContactGroupView group) {
        VCard card = new VCard(VCardVersion.V4_0);
        card.setKind(Kind.group());
        card.setUid(new Uid(IncomingContacts.uid(group.id())));
        card.setFormattedName(group.name());
        for (MemberView member : group.members()) {
            card.addMember(new ezvcard.property.Member(
                    member.kind() == MemberKind.PERSON
                            ? "mailto:" + member.email()
                            : IncomingContacts.uid(member.id())));
        }
        return card;
    }
}

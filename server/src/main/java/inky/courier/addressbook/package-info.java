/** The address book: contacts and groups of the office, of places and of people, and whom each person sends to. */
package inky.courier.addressbook;

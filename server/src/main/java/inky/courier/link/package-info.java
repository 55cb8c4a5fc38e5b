/** Download pages: their addresses, their passcodes, and who fetched what when. */
package inky.courier.link;

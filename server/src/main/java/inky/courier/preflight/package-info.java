/** What is wrong with the set-up, found before anybody scans: one list, accepted for a while or mended from it. */
package inky.courier.preflight;

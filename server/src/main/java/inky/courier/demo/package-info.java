/** The demo world: fills an empty database with Wherrymoor Ferries. Active in the profile {@code demo} only. */
package inky.courier.demo;

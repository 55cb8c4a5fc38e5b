/** What the administrator looks at every day: Today, the set-up line, and the find box. Reads from every other module. */
package inky.courier.watch;

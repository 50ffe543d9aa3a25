/** The ticket site's pages: address, title and text. */
export const PAGES: Record<string, { title: string; body: string }> = {
  '/': {
    title: 'Across the sound, four times a day',
    body: `<img class="wide" src="http://parcelmoon.localhost__PORT__/ferry.svg" alt="A ferry on the sound">
<p>Skerry &amp; Sound Ferries sails between Hildasay, Brough and the mainland in every season. Book online until one hour before we leave.</p>
<p><a class="go" href="/book">Book a crossing</a></p>`,
  },
  '/fares': {
    title: 'Fares',
    body: `<table><tr><th>Who</th><th>One way</th><th>Return</th></tr>
<tr><td>Adult</td><td>14.00</td><td>25.00</td></tr><tr><td>Child, 5 to 15</td><td>7.00</td><td>12.50</td></tr>
<tr><td>Bicycle</td><td>3.00</td><td>5.00</td></tr><tr><td>Car up to 5 m, with driver</td><td>41.00</td><td>76.00</td></tr></table>`,
  },
  '/timetable': {
    title: 'Timetable',
    body: `<table><tr><th>From Hildasay</th><th>From the mainland</th></tr>
<tr><td>06:40</td><td>08:10</td></tr><tr><td>10:15</td><td>12:00</td></tr><tr><td>14:30</td><td>16:20</td></tr><tr><td>18:05</td><td>19:45</td></tr></table>`,
  },
  '/routes': {
    title: 'Routes',
    body: `<ul><li><a href="/routes/hildasay">Mainland to Hildasay</a>, 55 minutes</li><li><a href="/routes/brough">Hildasay to Brough</a>, 35 minutes</li></ul>`,
  },
  '/routes/hildasay': {
    title: 'Mainland to Hildasay',
    body: `<p>Fifty-five minutes past the seal skerries. Dogs travel free on the upper deck.</p>`,
  },
  '/routes/brough': {
    title: 'Hildasay to Brough',
    body: `<p>Thirty-five minutes, and the best view of the lighthouse there is.</p>`,
  },
  '/fleet': {
    title: 'Our ships',
    body: `<p>The <i>Maren Oddny</i> carries 240 people and 38 cars; the <i>Sandlark</i> 90 people and bicycles.</p>`,
  },
  '/offers': {
    title: 'Offers',
    body: `<p>Family return from 59.00 until the end of the season. Islanders travel at half fare on Tuesdays.</p>`,
  },
  '/book': {
    title: 'Book a crossing',
    body: `<form class="card" action="/book"><label>Date <input type="date" name="date"></label> <label>People <input type="number" name="people" value="2" min="1"></label> <button>Show sailings</button></form>`,
  },
  '/help': {
    title: 'Help',
    body: `<p>Missed the boat? Your ticket is good for the next one. Ask us in the chat.</p>`,
  },
  '/contact': {
    title: 'Contact',
    body: `<p>Harbour office, Quay Street 2, Hildasay. Open 06:00 to 20:00.</p>`,
  },
  '/about': {
    title: 'About us',
    body: `<p>Sailing the sound since 1911, owned by the people who live on the islands.</p>`,
  },
  '/privacy': {
    title: 'Privacy',
    body: `<p>What we store and why. The list of cookies is kept by our privacy specialist.</p>`,
  },
};

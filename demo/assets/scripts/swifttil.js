// Payment provider: looks for fraud before a card is entered.
fetch('http://swifttil.localhost__PORT__/risk', { credentials: 'include' }).catch(() => {});

"""Planning and measuring without a server, a database or a screen: from open documents and photos to answers."""

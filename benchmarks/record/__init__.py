"""The demo's season: made by play-outs, with habits planted; and what the record finds of them."""

"""What a drill asks of a body, and what a body allows today.

- ``traits``   what a ladder asks: regions, actions, risks, what its attempts are, how hard it is, its dose
- ``limits``   what the athlete's body does not allow for now: drills are left out or eased, and told why
- ``risks``    skills that can injure: what has to be acknowledged, and who should be there
"""

%PDF-1.4
%“Œ‹ž ReportLab Generated PDF document (opensource)
1 0 obj
<<
/F1 2 0 R /F2 3 0 R /F3 4 0 R
>>
endobj
2 0 obj
<<
/BaseFont /Helvetica /Encoding /WinAnsiEncoding /Name /F1 /Subtype /Type1 /Type /Font
>>
endobj
3 0 obj
<<
/BaseFont /Times-Bold /Encoding /WinAnsiEncoding /Name /F2 /Subtype /Type1 /Type /Font
>>
endobj
4 0 obj
<<
/BaseFont /Helvetica-Bold /Encoding /WinAnsiEncoding /Name /F3 /Subtype /Type1 /Type /Font
>>
endobj
5 0 obj
<<
/Contents 9 0 R /MediaBox [ 0 0 841.8898 595.2756 ] /Parent 8 0 R /Resources <<
/Font 1 0 R /ProcSet [ /PDF /Text /ImageB /ImageC /ImageI ]
>> /Rotate 0 /Trans <<

>> 
  /Type /Page
>>
endobj
6 0 obj
<<
/PageMode /UseNone /Pages 8 0 R /Type /Catalog
>>
endobj
7 0 obj
<<
/Author (Partita) /CreationDate (D:20261127001009-06'00') /Creator (anonymous) /Keywords () /ModDate (D:20261127001009-06'00') /Producer (ReportLab PDF Library - \(opensource\)) 
  /Subject (unspecified) /Title (1_0) /Trapped /False
>>
endobj
8 0 obj
<<
/Count 1 /Kids [ 5 0 R ] /Type /Pages
>>
endobj
9 0 obj
<<
/Filter [ /ASCII85Decode /FlateDecode ] /Length 3697
>>
stream
Gatm>bAq+'%Gg>#\4jJG(qq)Wh,GGb<#.8r:0#H3<_kee8L`=urVJV5,sbeXDTcm@=4u.:GR/gB#k20$%0##TF1YN=V]5;qIop9Q](r.<cp?Lc9E"g$UTKHJ.W%O1%_m&]Gkuj;"ut]Q%<+ZSW9qgCl;XJa.f,lLEEV,aeXu2Xbb*G1J(;f!`pOX,*K703r5$rp$M.J%Rm'<.Db]/kN]E=^_8#FK],uO7]t[X`\s1bFNlV#=l_hcFPg_@c?Tn%c)F*r\e*4ADLZ?9I4W`?rWE<&*T<\@XIr7*?X[VK[BWH3Y2CHrLYR."=j\4(Q7&TaJ(qgD3\r#5F9A5[]YS^$"K"XA#(#g$tm=qlBMKZ/t`\ju8FKNh=Ae3EF;QKsFgSl]5pR>Q5K`V<c5;W1)L(;rIA$#"0`4AC]c;n<KCV0DTq<>dd=&8j\Y)E2S7rkn-;$UI0Eo(:X0RlVr4!,B&Cf[I)+q!LRLfS4+ZAD[T(J@&q[Y;jX-DqguKZG^GdtE+qY$u*";/&B<D"0A_'e<b<(,li,#s=Kd8J;K9-)EYZ)!I1"q2AFHWlJj1MbVhXfo!<EZJA36"sscC9GaRC2kN:LA<1<#[OuWim'-pDQ?@3s.W;%V-Bn!1?8%tN<LXim7(+%9Z([*a6E4R5X7;BF+FQG4@glKE4',-#;`00"MWk=sn7&3u2AP[KQe$;cZ"jq>hM[Yjcrcrs5V,Gr@\kMlq%D7/m1<o1XE4TCoj5S\7+hA<il)s,]\#@&>jSF(92/Upe%'VWC(>iW4`.nY"$C+19dJO4i1U;70e=4J*?ucD)&puH6kedjbm:5lBn@ik_F$X2n0s49"sP7]Z)RG)\hrh;`'Z93m`<h'M'_5!QY)$Y"J9f[c'W!/K_UcM_95LRl19`C-fqYU,/uu"#TL%D"s>+;5Z@&9F(sETKT!5R=C384VRb8&k#Q9R,BHJ:kabB\@J<Q60)&c5jlZC$E_if>MD]%D$i?CO\lTEA(=Wli]qg!9Tfp]i"3MLO&&EsF;!]Q!llek=HKl<0/^QDO[#uH^RB-cc-e&,oQEbMaR67D6>lL"iO8'RX8mfT`A:qib8UdKhA*:-8\LHX*^5SW)o%AnfFid(.dR'ht"L]*=&Z2I*UaT_gd=Cj`Te%Go7"X;K2m#C^Uk19b<=`9r[.07kB\)%!Jl>]mDdg\P$VS>Pm-^Fs*B$@frL2QW'>';r/^^,7-GC.?_"hbT3qH$k0D=aS8ES,Pq;'[8H75'kfk/p"mhmq*mVrrL4oCm+_sG48A_19*1Tc3oHF+C:9.fKMF[m$V%PiE'W35gq6P@Vr;I*jQY+\QW[7A`\Xbif2K+XW&#R=_"Pu=tDOiAa^,@`nUa&pbI`MKeCR#n<\W5O&c_)U#'V5?,&l,(/OCG?r*`rrdk52pgTk$pqKq]JB#Cd'^1e<3WT'4/I,2IX^Q<a-c'>ucZKb0%2P'pP_p<VSNk%8KC`Oi`#1Fk2S7O-2C-"b;\l+L"]u%7L&YZ%<Y%Q^nL_7^3H48]s.]j+^T5MQL<aF8Ha1IP\:C.MUJ_-_AD532!r4:Z/=[F<c@@hL=.+:LO'WR_mLhLOq+NAu9Tf@]86kUe!olRKAac.&q>3D^Mbk+=PU0:QB!4AT]\KZqi#<qKt,[0s@@S<_XogAQ-f^^4FY@TbU3pbm2^OIB1/\AV4p,0HWZVN\uTKp"G$u^`_.9Nb#%,,'HM[X2o2;T'-MK3-Shf(`X"C5kZ\kM]BH'Xqk_f8'"dH#iLeB!BJUFai'!S/n5KA@7rB"KEB2K+Qr%rNFT(mMD]%DF8Of2fcK6R2T`GW`i$&2#N:"2RgS+R?oLLSA>mfd(c_a8KP[oY$mN+=LbNQ-2hK3S6(`nk%+RY*;BBm`/!q[3kG*#!UGYCVW?r9@k,Jr$^4BZ3CW02Q3AXsn[gHpkVFWc3"/bl2Jc[)m(*?X3I]!OO33B+Fc<)bKlO",!);"u#4o&dCc=IEBfXfeJW9Po#jt(?i#l,mtFbQ#W0\TET1D'`+[>^Nm=-JG\9lP,%#=@I*;Cj]u*_[C$]eQUfP<bPu>A?I-Ht@Hr6r_o5m2b$CAa2E1?.B4>nj)]e[X1PtKSgG@esoR,(S#Dh!o&^2l@WtQVMmm7BsQZb8=tlr0kTq\r67WK/R%-p-Q<%TYsp9$[2qFH[]L_l8R1"@-S1aI+XllNWtQGSlHfOuSjCE'T+FbPP^>>HigJ;;2<;/L)2fo+&/UX!VI_,)RmI^Q%Y4IE[:V$hM!f&WB:VGL#er-LUW\d(R0^3gpMpj-5bhGX+Z.a;4;YH>0q'[lT(Q'Y;MA%s]X")R.\),W]h9.a`bS'\?[IVU\hAV+T(XnagOM%9^]E"b(A/>k,H+bbTd4/V2RV.gL64Y;%:]g9hpF%n6lrUe._s<^(nkqTV(":P*_[BiXlJ*B)p9@?`t1:+Wh!7QkG\O=Ta&[%dg>4GCeA[fd2n"$Vook7fnj.+JD/TNKTL/;jkKH\Q`f]])2gD*mZ3#8[]5<a1,0uCb8?+VCM=bEfk'3$q)Uk&==]\Hc'dhO^:-RS5d#$VOD.h1ZAX13Udd"7/)?iF$Ie%.]u9,>7aL6Lndp)`,Q1KTdbSK3S#HG8N@/Hpn"^Ms5`7)RR7Nre\LHn_'a^/$#*Yh1,1\d1!&/5f1hBeT_/j&>\t$cl'n\>-9udh?452Nq?;;"7crR!1@M9b7TV*]N>tcKeC[cW:<lQo&67@%/lMX87boCIs@3p=Gc_+jR<'Dm@,?[E\4?(;V7(AF8'`"00aXkqlLEu$H!-sbc@3O41o3@[Tf(p7YCSmgh+Kn3UQ5bnU?1g#E+I3X+J5fTCUoo)SfIWk`g?&]m8h=L*LG3G6N$/H072J(:#%]+BcqDj4-o3S5k+cpTTc#L8Hj:=*$[-4uo*ki_==]]+edSD`qptEr)Z+&;''<[0\t!7-`-VAE<M2E/6VX@q6`)6BlRNM"]pT@Cl!25IDE-*43%'@a3=455P,oZI-REN0SWlHcH+Is^9EUF&AIPOpV'QHb-;)(A*]d$=3^Vk]<`=mX@A\,ChHE3T+_+/1!F(:V!sNk]qP)>D^:5?=,MaHge#1`c(dHmuITQF$diT+(H6FLd2j3i<e&_8<kZ*RcRNRamktkJVnF>piIlr++0.SdfQf:nG:\&dTqsap!h2=kcR"Y#P*RK,V@<[&rVq\i\Z[jb]jYpLkR4b?ehiRoB\Jr0GNLK*>8WSJN[+As71Y1$ME1bF?66?r7OY97G'eS!/*pq:s(Eou'&j<Z\28h"`=^L9c'fjQ\\-PCiXG_$eqK%oQ?!+l"UX]@?VX#>)>j3KE1l5n#?i*7T.N_6&[#6Mpnr#\pUZcmS^>pM!!.F#&%u7=[;5/E4i*Q@elREuJEca>oNh5uBheHqld`UVu?*p%(A]K/0#\<unH`qiUGEmpd\&Eno61k(E)\*L5E9b+R6:.2Kp3:NMi-\&,=Kef-?g/Y(*h%`.R(g)Rj="bS__VDYSW?*+cY<Fuj6Q*BdRfb]Hh$os[Ek+5P2rT&M0c_!S0UUuL=#Ui30FAQ?3emtWY0cE&tQ<s-eJ-CH+_o2Tl/D;._2aTGGcHFCer*,#Bfd65+ZZ,*jkduh8A:?@Cpk_V_<heS_(p.]Cru)K0"Hr+1>Mt52R@k&+h%sIAWJ#=6J@kg?oH3Vqk\peN^1%;7DT\jF0Vfe@$"QreTgnGJEP5O'f:K=`+-KifF0X~>endstream
endobj
xref
0 10
0000000000 65535 f 
0000000061 00000 n 
0000000112 00000 n 
0000000219 00000 n 
0000000327 00000 n 
0000000439 00000 n 
0000000642 00000 n 
0000000710 00000 n 
0000000964 00000 n 
0000001023 00000 n 
trailer
<<
/ID 
[<d0066f4a7948ad08483d5df5a392100f><d0066f4a7948ad08483d5df5a392100f>]
% ReportLab generated PDF document -- digest (opensource)

/Info 7 0 R
/Root 6 0 R
/Size 10
>>
startxref
4811
%%EOF

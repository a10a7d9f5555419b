/** The namespaces that the core's codes stand in: whoever says what the core answers needs them all. */
import './generated/access';
import './generated/coverage';
import './generated/cql';
import './generated/fault';
import './generated/found';
import './generated/label';
import './generated/peer';
import './generated/promise';
import './generated/query';
import './generated/related';
import './generated/request';
import './generated/rules';
import './generated/shape';
import './generated/shelf';
